"""Django settings. Everything that differs between machines comes from the environment, with safe defaults."""

import os
import secrets
from pathlib import Path

HOME = Path(__file__).resolve().parents[3]
SECRET_KEY = os.environ.get("YORVEK_SECRET_KEY") or secrets.token_urlsafe(50)
"""The launcher gives one that lasts; a tool that is run without it signs nothing that has to."""
HTTPS = os.environ.get("YORVEK_HTTPS") == "1"
BEHIND_PROXY = os.environ.get("YORVEK_BEHIND_PROXY") == "1"
MOST_PLANS = int(os.environ.get("YORVEK_PLANS", "6"))
"""Plans of one shop that wait or run at a time."""
LOG_LEVEL = os.environ.get("YORVEK_LOG", "warning").upper()
"""`info` writes every request down."""
FIRST_CODE = os.environ.get("YORVEK_FIRST_CODE", "")
"""What the launcher prints as long as there is no account: it opens the first one."""
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
    "csp",
    "django_tasks",
    "django_tasks_db",
    "yorvek.server.accounts",
    "yorvek.server.journal",
    "yorvek.server.jobs",
    "yorvek.server.stock",
    "yorvek.server.cutting",
    "yorvek.server.tools",
]
MIDDLEWARE = [
    "yorvek.server.logs.numbered",
    "django.middleware.security.SecurityMiddleware",
    "yorvek.server.served.Served",
    "yorvek.server.packed.packed",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "yorvek.server.accounts.sessions.ends",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
    "yorvek.server.journal.once.known_again",
]
TEMPLATES = [
    {"BACKEND": "django.template.backends.django.DjangoTemplates", "DIRS": [], "APP_DIRS": False, "OPTIONS": {}}
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("YORVEK_DB_NAME", "yorvek"),
        "USER": os.environ.get("YORVEK_DB_USER", "yorvek"),
        "PASSWORD": os.environ.get("YORVEK_DB_PASSWORD", ""),
        "HOST": os.environ.get("YORVEK_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("YORVEK_DB_PORT", "33306"),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "init_command": "SET sql_mode='STRICT_TRANS_TABLES', innodb_lock_wait_timeout=15",
            **({"ssl": {"ca": os.environ["YORVEK_DB_CA"]}} if os.environ.get("YORVEK_DB_CA") else {}),
        },
        "TEST": {"NAME": "test_yorvek", "CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_520_ci"},
    }
}
AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["django.contrib.auth.backends.ModelBackend"]
VALIDATION = "django.contrib.auth.password_validation"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"{VALIDATION}.MinimumLengthValidator", "OPTIONS": {"min_length": 12}},
    {"NAME": f"{VALIDATION}.CommonPasswordValidator"},
    {"NAME": f"{VALIDATION}.NumericPasswordValidator"},
    {"NAME": f"{VALIDATION}.UserAttributeSimilarityValidator", "OPTIONS": {"user_attributes": ["username"]}},
]

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
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = HTTPS
SECURE_HSTS_SECONDS = 30 * 24 * 3600 if HTTPS else 0
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if BEHIND_PROXY else None
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS if HTTPS]
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
    "formatters": {"lines": {"()": "yorvek.server.logs.Lines"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "lines"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {"yorvek": {"level": LOG_LEVEL}, "django.request": {"level": "ERROR"}},
}
