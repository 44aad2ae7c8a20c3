"""Work shared out over cores: every row is done once, however it is cut."""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from ypodrome.core.flight.cores import dealt_to_cores, on_all_cores, with_cores

COUNTS = st.integers(1, 400)


@given(n=COUNTS, least=COUNTS, even=COUNTS, cores=st.integers(1, 4))
def test_every_row_is_done_once(n, least, even, cores):
    done, sizes = np.zeros(n, int), []

    def work(s):
        done[s] += 1
        sizes.append(s.stop - s.start)

    with_cores(cores, on_all_cores, work, n, least, even)
    assert (done == 1).all()
    assert len(sizes) == 1 or min(sizes) >= min(least, even) - 1


def test_a_share_that_is_shared_out_again_does_not_wait_for_itself():
    done = np.zeros((64, 64), int)

    def work(rows):
        for row in range(rows.start, rows.stop):
            on_all_cores(lambda s, row=row: done[row].__setitem__(s, done[row, s] + 1), 64, 1, 1)

    on_all_cores(work, 64, 1, 1)
    assert (done == 1).all()


@given(n=COUNTS, draws=COUNTS, cores=st.integers(1, 4))
def test_every_throw_is_dealt_once(n, draws, cores):
    done = np.zeros(n, int)
    with_cores(cores, dealt_to_cores, lambda rows: done.__setitem__(rows, done[rows] + 1), n, draws)
    assert (done == 1).all()
