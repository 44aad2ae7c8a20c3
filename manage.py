#!/usr/bin/env python
"""Django's command line for this project."""

import os
import sys

from django.core.exceptions import ImproperlyConfigured
from django.core.management import execute_from_command_line

if __name__ == "__main__":
    os.umask(0o077)  # what a player keeps is nobody else's on this machine
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ypodrome.web.settings")
    try:
        execute_from_command_line(sys.argv)
    except ImproperlyConfigured as error:
        sys.exit(f"The settings cannot be: {error}.")
