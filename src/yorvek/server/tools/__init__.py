"""Commands of the server."""
