"""The server: records, permissions, tasks and the API. It holds no rules of the job."""
