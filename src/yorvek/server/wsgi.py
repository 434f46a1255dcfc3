"""The web server's entry. The catalogue is made before workers are forked, so that no first request waits for it."""

import os

from django.core.wsgi import get_wsgi_application

from yorvek.core.sections import catalogue

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "yorvek.server.settings")
catalogue()
application = get_wsgi_application()
