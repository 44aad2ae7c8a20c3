"""The computing core: pure, typed and seeded. It knows nothing of Django, HTTP or HTML."""
