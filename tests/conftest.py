"""Settings for all tests: no test fails for being slow once."""

from hypothesis import settings

settings.register_profile("yorvek", deadline=None)
settings.load_profile("yorvek")
