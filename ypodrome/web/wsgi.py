"""The web server's door."""

import os
import sys

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ypodrome.web.settings")
application = get_wsgi_application()

from django.db import connection  # noqa: E402

from ypodrome import __version__  # noqa: E402
from ypodrome.web.database import is_behind, newer_than_program  # noqa: E402

if later := newer_than_program():
    sys.exit(f"This database was made by {later} of Ypodrome; this is {__version__}, and it does not start.")
if is_behind():
    sys.exit("The database is not ready for this program: run manage.py prepare_database first.")
connection.close()  # workers open their own
