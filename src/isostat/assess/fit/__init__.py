"""The job card: which lists of steps this job calls for, in a sound order, and what was done of them."""
