"""How a player throws: entered, shown at once in what it comes to, in and out as a file; and the way in."""
