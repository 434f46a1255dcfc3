"""Jobs and their records."""
