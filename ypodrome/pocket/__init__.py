"""The plan carried to the course: cards, prepared winds, and the log a phone keeps."""
