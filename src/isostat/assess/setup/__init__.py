"""From a job's readings to the platform that is solved."""
