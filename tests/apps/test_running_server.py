"""The served program as `make demo` starts it, in a process of its own: two tabs plan at once."""

from concurrent.futures import ThreadPoolExecutor

import pytest

from tests.served import Server

WINDS = [(3.0, 20.0 * k) for k in range(3)]


@pytest.fixture
def served(tmp_path):
    server = Server(tmp_path, YPODROME_WORKERS="2").prepare().start()
    yield server
    server.stop()


def test_the_wind_turned_in_two_tabs_at_once(served):
    """Every turn is answered with a plan, and the server that answered first is still the one that runs."""
    tabs = [served.tab(), served.tab()]

    def turn(k: int) -> dict:
        speed, bearing = WINDS[k // 2]
        return tabs[k % 2].post(
            "/plan/1/hole/3/replan/", {"wind_m_s": speed, "wind_from_deg": bearing, "gust_m_s": speed}
        )

    with ThreadPoolExecutor(4) as pool:
        answers = list(pool.map(turn, range(2 * len(WINDS))))
    assert all(a.get("expected") for a in answers)
    assert served.process.poll() is None
    assert "POST /plan/1/hole/3/replan/ 202" in served.log()
