"""The one pure step from a job to its assessment, its findings, fixes and workings."""

from isostat.assess.solve.assessment import Assessment, assess

__all__ = ["Assessment", "assess"]
