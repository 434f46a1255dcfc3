"""Workshop computation: what is worked out at the bench."""
