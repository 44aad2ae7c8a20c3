"""The cloud of a throw's ends in short."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

CORE_SHARE = 0.8
"""Share of a cloud, from its middle, that gives its shape (chosen: what trees throw back is left out)."""


def two_thirds(rests: NDArray[np.float64]) -> NDArray[np.float64]:
    """The ellipse that holds two throws in three, as a ring.

    Its shape is that of the central CORE_SHARE of the cloud, so that a few discs stopped by trees
    do not blow it up.
    """
    far = np.hypot(*(rests - np.median(rests, axis=0)).T)
    core = rests[far <= np.quantile(far, CORE_SHARE)]
    mean, spread = core.mean(axis=0), np.cov(core.T) + 1e-6 * np.eye(2)
    gap = rests - mean
    reach = np.sqrt(np.einsum("ni,ij,nj->n", gap, np.linalg.inv(spread), gap))
    values, vectors = np.linalg.eigh(spread)
    angles = np.linspace(0.0, 2.0 * math.pi, 40, endpoint=False)
    circle = np.quantile(reach, 2 / 3) * np.sqrt(values) * np.stack([np.cos(angles), np.sin(angles)], 1)
    return mean + circle @ vectors.T
