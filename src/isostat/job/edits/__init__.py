"""Every change of the document, as a function from job to job."""
