"""Yorvek: the planning bench of a small structural fabrication shop."""
