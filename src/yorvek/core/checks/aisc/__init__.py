"""Members by AISC 360-22: each rule a function of plain numbers, N, mm, MPa. Formulas from memory, held against check values."""
