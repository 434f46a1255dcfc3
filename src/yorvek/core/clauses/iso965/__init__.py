"""ISO 965-1: tolerances of metric threads."""
