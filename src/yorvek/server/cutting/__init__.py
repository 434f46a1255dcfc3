"""Sheet plans made in the worker."""
