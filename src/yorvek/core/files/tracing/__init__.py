"""A template traced from a picture: scale and perspective, its edge, lines and arcs, and how far off it may be."""
