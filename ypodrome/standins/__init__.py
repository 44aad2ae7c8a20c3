"""Simulated outside devices that ship with the product. Each says that it is simulated."""
