"""Settings. Local by default; a club server sets the environment variables named here."""

from __future__ import annotations

import os
from datetime import timedelta
from pathlib import Path
from zoneinfo import available_timezones

from django.core.exceptions import ImproperlyConfigured

PACKAGE = Path(__file__).resolve().parent.parent
DATA = Path(os.environ.get("YPODROME_DATA", Path.cwd() / "var"))
MODE = os.environ.get("YPODROME_MODE", "local")
LOCAL = MODE == "local"
"""One player on this machine, signed in without a password; a club asks for a login."""

if MODE not in ("local", "club"):
    raise ImproperlyConfigured(f"YPODROME_MODE is local or club, not {MODE!r}")

DEBUG = False
SHORTEST_KEY = 50
SECRET_KEY = os.environ.get("YPODROME_SECRET_KEY", "")
if not SECRET_KEY:
    if not LOCAL:
        raise ImproperlyConfigured("set YPODROME_SECRET_KEY to a long random text")
    SECRET_KEY = "local-use-on-this-machine-only-" + "x" * 30

if not LOCAL and (len(SECRET_KEY) < SHORTEST_KEY or len(set(SECRET_KEY)) < 8):
    raise ImproperlyConfigured(f"YPODROME_SECRET_KEY has to be random and {SHORTEST_KEY} characters or more")

LOOPBACK = {"127.0.0.1", "localhost", "[::1]"}
ALLOWED_HOSTS = os.environ.get("YPODROME_HOSTS", "127.0.0.1,localhost").split(",")
if LOCAL and not LOOPBACK.issuperset(ALLOWED_HOSTS):
    raise ImproperlyConfigured(
        "to be reached from other machines, set YPODROME_MODE=club: local asks nobody who they are"
    )

PROXY = os.environ.get("YPODROME_PROXY", "")
"""Address of the one proxy that is believed about whom it speaks for, and whether in HTTPS."""

WORKERS = os.environ.get("YPODROME_WORKERS", "")
CLUSTER = os.environ.get("YPODROME_CLUSTER", "")
"""How many processes plan (none said: one a core), or the dask.distributed scheduler whose workers do."""

PAGES = os.environ.get("YPODROME_PAGES", "1" if LOCAL else "2")
"""How many processes make pages; each takes some 350 MB."""

if not (PAGES.isdigit() and 1 <= int(PAGES) <= 64):
    raise ImproperlyConfigured(f"YPODROME_PAGES is a number from 1 to 64, not {PAGES!r}")
if WORKERS and not (WORKERS.isdigit() and 1 <= int(WORKERS) <= 256):
    raise ImproperlyConfigured(f"YPODROME_WORKERS is a number from 1 to 256, not {WORKERS!r}")

BACKUPS = Path(os.environ.get("YPODROME_BACKUPS", DATA))
"""Where `manage.py backup` puts its copies, and where the last one is looked for."""

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "ypodrome.accounts",
    "ypodrome.bag",
    "ypodrome.course",
    "ypodrome.plan",
    "ypodrome.round",
    "ypodrome.pocket",
    "ypodrome.archive",
    "ypodrome.thrower",
    "ypodrome.web",
]

MIDDLEWARE = [
    "ypodrome.web.logs.AccessMiddleware",
    "ypodrome.web.health.HealthMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.middleware.http.ConditionalGetMiddleware",
    "csp.middleware.CSPMiddleware",
    "ypodrome.web.middleware.WholeBodyMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "ypodrome.accounts.middleware.PlayerMiddleware",
    "ypodrome.web.middleware.RefusedMiddleware",
    "axes.middleware.AxesMiddleware",
]

ROOT_URLCONF = "ypodrome.web.urls"
WSGI_APPLICATION = "ypodrome.web.wsgi.application"
LOGIN_URL = "login"
LOGIN_REDIRECT_URL = "home"
LOGOUT_REDIRECT_URL = "login"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("MinimumLengthValidator", "CommonPasswordValidator", "NumericPasswordValidator")
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_TEMPLATE = "web/locked_out.html"
AXES_VERBOSE = False
EMAIL_BACKEND = "django.core.mail.backends.console.EmailBackend"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [PACKAGE / "web" / "templates"],
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
            ],
            "builtins": ["ypodrome.web.templatetags.measures"],
        },
    },
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "ypodrome.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 5,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
        },
        "CONN_MAX_AGE": None,
        "TEST": {"NAME": DATA / "test.sqlite3"},
    }
}

DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
LANGUAGE_CODE = "en-gb"
TIME_ZONE = os.environ.get("YPODROME_TIME_ZONE", "UTC")
if TIME_ZONE not in available_timezones():
    raise ImproperlyConfigured(f"YPODROME_TIME_ZONE names a zone, as Europe/Lisbon, not {TIME_ZONE!r}")
USE_TZ = True
USE_I18N = False

STATIC_URL = "static/"
STATIC_ROOT = DATA / "static"
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedManifestStaticFilesStorage"},
}
WHITENOISE_ALLOW_ALL_ORIGINS = False

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'none'"],
        "script-src": ["'self'"],
        "style-src": ["'self'"],
        "img-src": ["'self'", "data:"],
        "font-src": ["'self'"],
        "connect-src": ["'self'"],
        "worker-src": ["'self'"],
        "manifest-src": ["'self'"],
        "form-action": ["'self'"],
        "base-uri": ["'none'"],
        "frame-ancestors": ["'none'"],
    }
}

SESSION_COOKIE_HTTPONLY = True
CSRF_COOKIE_SAMESITE = SESSION_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "ypodrome.web.failures.csrf_failed"
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
LARGEST_BODY = DATA_UPLOAD_MAX_MEMORY_SIZE = FILE_UPLOAD_MAX_MEMORY_SIZE = 11_000_000
"""Bytes of a request [B]; more than the largest file that any page takes."""

MESSAGE_STORAGE = "django.contrib.messages.storage.session.SessionStorage"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"}},
    "filters": {"no_secrets": {"()": "ypodrome.web.logs.WithoutSecrets"}},
    "handlers": {
        "console": {
            "class": "logging.StreamHandler",
            "formatter": "line",
            "filters": ["no_secrets"],
            "level": "WARNING",
        }
    },
    "loggers": {
        "django.security.DisallowedHost": {"level": "CRITICAL"},
        "ypodrome.access": {"level": "INFO"},
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
}
SILENCED_SYSTEM_CHECKS = [
    "security.W005",  # other names of the host, and a browser's own list, are the host's to say
    "security.W008",  # the proxy sends HTTP on to HTTPS
    "security.W021",
]

if not LOCAL:
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = True
    SECURE_HSTS_SECONDS = 31_536_000
