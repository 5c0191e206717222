"""A shop's book: a folder of job files, what of each is looked for, and what all of them teach."""
