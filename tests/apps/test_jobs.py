"""The queue of long work: shared, fair, overtaken by what is urgent, dropped when nobody asks any more; and
those who do the work: this process, spawned workers that may be killed or die, a cluster."""

import json
import os
import signal
import time
from concurrent.futures import CancelledError, Executor, Future
from itertools import pairwise

import pytest
from django.urls import reverse
from hypothesis import given
from hypothesis import strategies as st

from ypodrome.core.refused import Refused
from ypodrome.jobs import asked, queue
from ypodrome.jobs.executors import AtOnce, Workers, cluster
from ypodrome.jobs.queue import ABANDONED_S, MOST_WAITING, Queue


class Held(Executor):
    """Does nothing until it is told to."""

    def __init__(self):
        self.begun = []

    def submit(self, fn, /, *args, **kwargs):
        future = Future()
        self.begun.append((future, fn, args))
        return future

    def finish(self):
        """The oldest work is done; what it was."""
        future, fn, args = self.begun.pop(0)
        if future.set_running_or_notify_cancel():
            future.set_result(fn(*args))
            return future.result()
        return None


def same(value):
    return value


@pytest.fixture
def held():
    executor = Held()
    clock = [0.0]
    return Queue(executor, 1, lambda: clock[0]), executor, clock


def test_like_requests_share_one_computation(held):
    waiting, executor, _clock = held
    one, two = waiting.ask("k", 1, same, 5), waiting.ask("k", 2, same, 5)
    assert one is two
    assert len(executor.begun) == 1
    executor.finish()
    assert one.result(0) == 5
    assert waiting.ask("k", 3, same, 5).result(0) == 5
    assert not executor.begun


def test_players_take_turns_and_urgent_work_goes_first(held):
    waiting, executor, _clock = held
    waiting.ask("first", "ann", same, "first")
    for k in range(3):
        waiting.ask(f"ann {k}", "ann", same, f"ann {k}")
    waiting.ask("bob", "bob", same, "bob")
    assert waiting.before("ann 2") == 4
    waiting.ask("here", "cat", same, "here", urgent=True)
    assert waiting.before("here") == 1
    done = [executor.finish() for _ in range(6)]
    assert done == ["first", "here", "ann 0", "bob", "ann 1", "ann 2"]


@given(st.lists(st.sampled_from("abc"), min_size=1, max_size=30))
def test_nobody_waits_for_more_than_one_of_each_other_player(owners):
    executor = Held()
    waiting = Queue(executor, 1)
    for k, owner in enumerate(owners):
        waiting.ask(str(k), owner, same, owner)
    done = [executor.finish() for _ in owners]
    assert sorted(done) == sorted(owners)
    for owner in set(owners):
        mine = [k for k, o in enumerate(done) if o == owner]
        gaps = [b - a for a, b in pairwise(mine)]
        assert all(gap <= len(set(owners)) for gap in gaps[1:])


def test_what_nobody_asks_after_is_dropped(held):
    waiting, executor, clock = held
    running, idle = waiting.ask("running", 1, same, 1), waiting.ask("idle", 1, same, 2)
    clock[0] = ABANDONED_S + 1.0
    kept = waiting.ask("kept", 2, same, 3)
    assert executor.begun[0][0].cancelled()
    executor.begun.pop(0)
    executor.finish()
    assert kept.result(0) == 3
    assert not idle.done()
    with pytest.raises(CancelledError):
        running.result(0)
    assert not executor.begun


def test_too_much_for_one_is_refused_and_others_are_not(held):
    waiting, _executor, _clock = held
    for k in range(MOST_WAITING + 1):
        waiting.ask(str(k), "ann", same, k)
    with pytest.raises(Refused, match="enough is being worked out"):
        waiting.ask("more", "ann", same, 0)
    with pytest.raises(Refused, match="enough is being worked out"):
        waiting.ask("at once", "ann", same, 0, urgent=True)
    waiting.ask("bob", "bob", same, 0)


def test_only_so_many_results_are_kept(monkeypatch):
    monkeypatch.setattr(queue, "MOST_DONE", 3)
    waiting = Queue(AtOnce(), 1)
    for k in range(10):
        waiting.ask(str(k), 1, same, k)
    assert list(waiting._jobs) == ["7", "8", "9"]


def test_what_fails_fails_for_those_who_asked_and_can_be_asked_again():
    with pytest.raises(ZeroDivisionError):
        asked.worked_out("bad", 1, divmod, 1, 0)
    assert asked.worked_out("bad", 1, divmod, 7, 2) == (3, 1)


def die(_value):
    os.kill(os.getpid(), signal.SIGKILL)


def sleep(seconds):
    time.sleep(seconds)
    return os.getpid()


@pytest.fixture(scope="module")
def workers():
    pool = Workers(2)
    pool.submit(same, 0).result(120)
    yield pool
    pool.shutdown(cancel_futures=True)


def test_a_worker_that_dies_costs_its_work_only(workers):
    waiting = Queue(workers, 2)
    lost, kept = waiting.ask("lost", 1, die, 0), waiting.ask("kept", 1, sleep, 0.5)
    with pytest.raises(Exception, match="Abnormal termination"):
        lost.result(60)
    assert kept.result(60) != os.getpid()
    assert waiting.ask("after", 1, same, 4).result(60) == 4


def test_running_work_is_stopped_and_its_worker_goes_on_to_other_work(workers):
    began = time.monotonic()
    clock = [0.0]
    waiting = Queue(workers, 1, lambda: clock[0])
    stopped = waiting.ask("long", 1, sleep, 600.0)
    clock[0] = ABANDONED_S + 1.0
    assert waiting.ask("next", 2, same, 8).result(120) == 8
    assert stopped.cancelled()
    assert time.monotonic() - began < 120.0


def nice_and_limit(_value):
    import resource

    return os.nice(0), resource.getrlimit(resource.RLIMIT_DATA)[0]


def test_workers_stand_back_and_are_bounded(workers):
    nice, limit = workers.submit(nice_and_limit, 0).result(60)
    assert nice == 19
    assert 2**30 < limit < 2**33


def test_the_same_work_is_done_by_a_cluster():
    distributed = pytest.importorskip("distributed")
    with distributed.LocalCluster(
        n_workers=2, threads_per_worker=1, processes=True, dashboard_address=None
    ) as local:
        executor = cluster(local.scheduler_address)
        waiting = Queue(executor, 2)
        futures = [waiting.ask(str(k), 1, sleep, 0.2) for k in range(4)]
        pids = {f.result(60) for f in futures}
        assert os.getpid() not in pids
        distributed.default_client().close()


@pytest.fixture
def slow_queue(monkeypatch):
    """A server whose work has to be told when to be done."""
    executor = Held()
    monkeypatch.setattr(asked, "_queue", Queue(executor, 1))
    monkeypatch.setattr(asked, "PATIENCE_S", 0.0)
    return executor


@pytest.mark.django_db
def test_a_page_is_told_to_ask_again_and_gets_the_plan_when_it_is_done(client, demo_plan, slow_queue):
    url, body = reverse("plan:replan", args=(demo_plan.pk, 1)), json.dumps({"wind_m_s": 3.0})
    first = client.post(url, body, "application/json")
    assert (first.status_code, first.json()) == (202, {"before": 0})
    other = client.post(reverse("plan:replan", args=(demo_plan.pk, 2)), body, "application/json")
    assert (other.status_code, other.json()) == (202, {"before": 1})
    assert demo_plan.holes.get(position=1).computed is None
    slow_queue.finish()
    done = client.post(url, body, "application/json")
    assert done.status_code == 200
    assert demo_plan.holes.get(position=1).kept.in_force.forecast.expected == done.json()["expected"]


@pytest.mark.django_db
def test_a_page_that_needs_work_opens_itself_again(client, demo_plan, slow_queue):
    course = demo_plan.layout.course
    from ypodrome.course import edits  # not above: workers import this file without Django

    ring = [[0, 40], [9, 40], [9, 50], [0, 40]]
    unseen = {
        "geometry": {"type": "Polygon", "coordinates": [ring]},
        "properties": {"kind": "unknown", "hole": 1, "what": "ground"},
    }
    edits.change(course, [edits.Step(at=None, feature=unseen)])
    answer = client.get(reverse("plan:unseen", args=(demo_plan.pk,)))
    assert answer.status_code == 202
    assert answer["Refresh"] == "1"
    while slow_queue.begun:
        slow_queue.finish()
    assert client.get(reverse("plan:unseen", args=(demo_plan.pk,))).status_code == 200


def test_work_is_sent_once_however_often_it_is_asked_after(held, monkeypatch):
    waiting, executor, _clock = held
    sent = []
    monkeypatch.setattr(asked, "_queue", waiting)
    monkeypatch.setattr(asked, "PATIENCE_S", 0.0)
    monkeypatch.setattr(asked, "pack", lambda work, args: sent.append(args) or b"packed")
    monkeypatch.setattr(asked, "do_packed", lambda packed: packed)
    monkeypatch.setattr(asked, "unpack", lambda result: result)
    assert waiting.again("k", 0.0) == (queue.Stage.UNKNOWN, None)
    for _ in range(5):
        with pytest.raises(asked.Waiting):
            asked.worked_out("k", 1, same, "a situation")
    executor.finish()
    assert asked.worked_out("k", 1, same, "a situation") == b"packed"
    assert sent == [("a situation",)]
