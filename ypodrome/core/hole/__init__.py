"""The hole: what stands where, and the rules of play on it."""
