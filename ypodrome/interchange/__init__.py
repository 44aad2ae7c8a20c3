"""Open formats in and out: courses, bags, throwers, plans."""
