"""The stock book of a shop."""
