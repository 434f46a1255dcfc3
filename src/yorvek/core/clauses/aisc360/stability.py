"""AISC 360-22 chapter C: what stands in for being out of plumb. From memory."""

NOTIONAL = 0.002
"""C2.2b: of the weight, sideways."""
