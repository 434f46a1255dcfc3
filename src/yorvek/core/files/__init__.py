"""Files in and out: job file, DXF, lists, PDF."""
