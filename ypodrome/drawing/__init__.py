"""Geometry of drawings shared by the apps: metres in, pixels and path data out."""
