"""The ground: heights, surfaces, and what a disc does when it meets them."""
