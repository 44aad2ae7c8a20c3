"""Fits the constants that turn flight numbers into coefficients; see docs/flight-model.md."""
