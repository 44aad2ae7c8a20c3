"""The web server's door."""

import os
import sys

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ypodrome.web.settings")
application = get_wsgi_application()

from django.db import connection  # noqa: E402

from ypodrome.web.database import not_ready  # noqa: E402

if problem := not_ready():
    sys.exit(problem)
connection.close()  # every thread opens its own
