"""Aluminium beside welds: Aluminum Design Manual, EN 1999 (from memory)."""
