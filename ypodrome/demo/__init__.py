"""The demo data: an invented course, bag and player, taken in by the same code as a user's files."""
