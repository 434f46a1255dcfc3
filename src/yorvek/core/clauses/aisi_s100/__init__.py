"""AISI S100: screws through thin metal (from memory)."""
