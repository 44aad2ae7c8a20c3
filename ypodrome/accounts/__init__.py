"""Players: who is signed in, their units and how they throw."""
