"""Words: typed numbers of the core said in a player's language and units. Nothing is computed here."""
