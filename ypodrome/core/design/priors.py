"""Priors of the family, found by `make fit` (scripts/flight_fit). Do not edit by hand.

Of every free quantity: its mean at 7/4.5/-1/2, what one more speed, glide, turn and fade adds to it, and one
standard deviation. Of moment_slope, which is not free: its value there, per fade and per turn.
"""

PRIORS: dict[str, tuple[float, ...]] = {
    "drag_0": (-2.9437, -0.048711, 0.0, 0.0, 0.0, 0.25),
    "lift_0": (0.084393, 0.0, -0.01956, 0.0, 0.0, 0.02),
    "lift_slope": (2.4142, -0.061837, -0.05384, 0.0, 0.0, 0.2),
    "turn_moment": (0.0012291, 0.0, 0.0, 0.0015885, 0.0016343, 0.004),
    "moment_rise": (0.40917, 0.0, 0.0, 0.077891, 0.10321, 0.12),
    "kink_deg": (5.767, 0.0, 0.0, 1.1298, -0.41187, 1.5),
    "moment_slope": (0.08, 0.012, 0.015),
}
