"""Inches, kips and ksi of the cases as the core's millimetres, newtons and megapascals."""

KSI, KIP, INCH, FOOT = 6.894757293168361, 4448.2216152605, 25.4, 304.8
KIP_IN, KIP_FT = KIP * INCH, KIP * FOOT
