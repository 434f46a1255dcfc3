"""Lifting devices in the manner of ASME BTH-1 (from memory)."""
