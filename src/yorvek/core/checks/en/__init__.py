"""Members by EN 1993-1-1:2005: each rule a function of plain numbers, N, mm, MPa. Formulas from memory, held against check values."""
