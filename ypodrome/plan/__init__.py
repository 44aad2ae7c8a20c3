"""Game plans: a round's holes planned in today's conditions."""
