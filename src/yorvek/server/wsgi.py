"""The web server's entry. Catalogue and compiled code are made before workers are forked, so that no first request
waits.
"""

import gc
import os

from django.core.wsgi import get_wsgi_application

from yorvek.core.cutting.bars import warm_up
from yorvek.core.files import warm  # noqa: F401  what reads files is ready before anybody brings one
from yorvek.core.sections import catalogue

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "yorvek.server.settings")
catalogue()
warm_up()
application = get_wsgi_application()
# What is loaded by now stays for good: left to the collector, its full rounds walk a million objects in the middle of a
# request.
gc.collect()
gc.freeze()
gc.set_threshold(20_000, 20, 50)
