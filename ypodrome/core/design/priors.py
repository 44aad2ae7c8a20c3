"""Priors of the family, found by `make fit` (scripts/flight_fit). Do not edit by hand.

Of every free quantity: its mean at 7/4.5/-1/2, what one more speed, glide, turn and fade adds to it, and one
standard deviation. Of moment_slope, which is not free: its value there, per fade and per turn.
"""

PRIORS: dict[str, tuple[float, ...]] = {
    "drag_0": (-2.9435, -0.048754, 0.0, 0.0, 0.0, 0.25),
    "lift_0": (0.083784, 0.0, -0.020245, 0.0, 0.0, 0.02),
    "lift_slope": (2.4208, -0.062665, -0.046192, 0.0, 0.0, 0.2),
    "turn_moment": (0.0012905, 0.0, 0.0, 0.0015699, 0.0016916, 0.004),
    "moment_rise": (0.4153, 0.0, 0.0, 0.072796, 0.11244, 0.12),
    "kink_deg": (5.7848, 0.0, 0.0, 1.1293, -0.39764, 1.5),
    "moment_slope": (0.08, 0.012, 0.015),
}
