"""View data and drawing geometry: metres in, pixels out. Templates do no arithmetic."""
