"""Django settings. Everything that differs between machines comes from the environment, with safe defaults."""

import os
from pathlib import Path

HOME = Path(__file__).resolve().parents[3]
SECRET_KEY = os.environ.get("YORVEK_SECRET_KEY", "for-tools-that-need-no-secret")
DEBUG = False
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "testserver", *filter(None, os.environ.get("YORVEK_HOSTS", "").split(","))]
ROOT_URLCONF = "yorvek.server.urls"
WSGI_APPLICATION = "yorvek.server.wsgi.application"
USE_TZ = True
TIME_ZONE = "UTC"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "django_tasks",
    "django_tasks_db",
    "yorvek.server.accounts",
    "yorvek.server.journal",
    "yorvek.server.jobs",
    "yorvek.server.stock",
    "yorvek.server.cutting",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
    "yorvek.server.journal.once.known_again",
    "axes.middleware.AxesMiddleware",
]
TEMPLATES = [
    {"BACKEND": "django.template.backends.django.DjangoTemplates", "DIRS": [], "APP_DIRS": False, "OPTIONS": {}}
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("YORVEK_DB_NAME", "yorvek"),
        "USER": "yorvek",
        "PASSWORD": os.environ.get("YORVEK_DB_PASSWORD", ""),
        "HOST": os.environ.get("YORVEK_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("YORVEK_DB_PORT", "33306"),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "init_command": "SET sql_mode='STRICT_TRANS_TABLES', innodb_lock_wait_timeout=15",
        },
        "TEST": {"NAME": "test_yorvek", "CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_520_ci"},
    }
}
AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 8}}
]
AXES_FAILURE_LIMIT = 10
AXES_COOLOFF_TIME = 0.25
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False

TASKS = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}

STATIC_URL = "/static/"
STATIC_ROOT = HOME / "web" / "dist"
WHITENOISE_ROOT = None
WHITENOISE_USE_FINDERS = False


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:
    """The build names its files by their content."""
    return "/assets/" in url


SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 14 * 24 * 3600
SECURE_CONTENT_TYPE_NOSNIFF = True
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'self'"],
        "img-src": ["'self'", "data:"],
        "style-src": ["'self'", "'unsafe-inline'"],
        "font-src": ["'self'"],
        "object-src": ["'none'"],
        "frame-ancestors": ["'none'"],
        "base-uri": ["'self'"],
    }
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 30 * 2**20
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
