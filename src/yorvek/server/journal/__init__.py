"""Who changed what: history, undo, conflicts."""
