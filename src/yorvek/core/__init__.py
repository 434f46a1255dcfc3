"""The rules and computation of the job. Units: N, mm, MPa, kg, rad. Imports no web, no database, no clock."""
