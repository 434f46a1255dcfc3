"""Mechanics without codes: what the clauses of a standard are put on top of."""
