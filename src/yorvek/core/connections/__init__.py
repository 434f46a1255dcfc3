"""Joints: welds, bolts, lugs, gussets, base plates. N, mm, MPa; rules from memory, held against check values."""
