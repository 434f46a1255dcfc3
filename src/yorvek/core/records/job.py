"""The brief of a job."""

from yorvek.core.jobs.spec import JobSpec
from yorvek.core.records.kind import Kind

JOB = Kind("job", "jobs", JobSpec, follows=True)
