"""Equations of the standards, each once: the only place in which a code's constant stands. Floats or arrays alike."""
