"""Settings, root urls, base templates and static sources."""
