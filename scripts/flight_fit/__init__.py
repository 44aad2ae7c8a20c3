"""Finds the priors of the flight and judges the discs that are solved from them."""
