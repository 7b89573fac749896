"""Saved work survives SIGKILL."""

import json
import shutil
import subprocess
import sys
import threading
import urllib.request
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import saved_from
from ambitus.store import Plans, open_database
from bags import tote
from conftest import Server


def _send(address: str, method: str, path: str, body: Any = None) -> Any:
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(
        f"{address}/api{path}", data, {"content-type": "application/json"}, method=method
    )
    with urllib.request.urlopen(request, timeout=20) as answer:
        return json.load(answer)


def _next_save(server: Server, plan: str, acknowledged: int) -> int:
    """Save another width on top of a revision; return the one that this is."""
    body = {"spec": tote(width=300 + acknowledged), "base_revision": acknowledged}
    body["edit_id"] = f"edit {acknowledged}"
    return int(_send(server.address, "PUT", f"/plans/{plan}/spec", body)["head"])


def test_a_kill_in_a_stream_of_saves_loses_nothing_acknowledged(server_in: Callable[..., Server]) -> None:
    """Killed after the 5th, 12th and 25th answer, while the next save is on its way."""
    server = server_in("serve")
    plan = _send(server.address, "POST", "/plans", {"name": "Kill", "spec": tote()})["plan"]["id"]
    acknowledged = 1
    for stop_after in (5, 7, 13):
        answered = threading.Event()

        def stream(until: int = acknowledged + stop_after, done: threading.Event = answered) -> None:
            nonlocal acknowledged
            while True:
                try:
                    acknowledged = _next_save(server, plan, acknowledged)
                except (OSError, ValueError):
                    done.set()
                    return
                if acknowledged >= until:
                    done.set()

        sender = threading.Thread(target=stream)
        sender.start()
        assert answered.wait(60)
        server.kill()
        sender.join(30)
        server.start()
        opened = _send(server.address, "GET", f"/plans/{plan}")
        assert opened["plan"]["head"] >= acknowledged
        numbers = [r["number"] for r in _send(server.address, "GET", f"/plans/{plan}/revisions")]
        assert numbers == list(range(opened["plan"]["head"], 0, -1))
        acknowledged = opened["plan"]["head"]
        assert opened["spec"]["size"]["width"] == 300 + acknowledged - 1
    assert acknowledged >= 26


def test_starting_the_demo_again_changes_nothing(server_in: Callable[..., Server]) -> None:
    """Three totes in three units; renamed and put away ones stay so."""
    server = server_in("demo")
    first = _send(server.address, "GET", "/plans")["plans"]
    assert {p["summary"]["unit"] for p in first} == {"mm", "cm", "in"}
    _send(server.address, "PUT", f"/plans/{first[0]['id']}/name", {"name": "Mine now"})
    _send(server.address, "POST", f"/plans/{first[1]['id']}/put-away")
    before = _send(server.address, "GET", "/plans")
    server.kill()
    server.start()
    assert _send(server.address, "GET", "/plans") == before


def test_a_term_in_a_stream_of_saves_loses_nothing_acknowledged(server_in: Callable[..., Server]) -> None:
    """Asked to stop (SIGTERM), it finishes the save that it is at, and stops."""
    server = server_in("serve")
    plan = _send(server.address, "POST", "/plans", {"name": "Term", "spec": tote()})["plan"]["id"]
    acknowledged = 1
    enough = threading.Event()

    def stream() -> None:
        nonlocal acknowledged
        while True:
            try:
                acknowledged = _next_save(server, plan, acknowledged)
            except (OSError, ValueError):
                return
            if acknowledged > 6:
                enough.set()

    sender = threading.Thread(target=stream)
    sender.start()
    assert enough.wait(60)
    assert server.process is not None
    server.process.terminate()
    assert server.process.wait(30) in (0, -15)
    sender.join(30)
    server.kill()
    server.start()
    opened = _send(server.address, "GET", f"/plans/{plan}")
    assert opened["plan"]["head"] >= acknowledged


def test_what_is_on_the_disk_when_a_save_is_acknowledged_is_enough(tmp_path: Path) -> None:
    """
    A power cut leaves what was synced, and of what was written later any part.

    A file system that drops what was not synced needs rights that a test has not got. What it would leave is
    made instead: the files as they are at an acknowledgement, and behind them a torn piece of the next save.
    """
    database = tmp_path / "plans.sqlite"
    opened = open_database(database)
    with opened.engine.connect() as connection:
        pragma = {
            p: connection.exec_driver_sql(f"PRAGMA {p}").scalar() for p in ("synchronous", "journal_mode")
        }
    # 2 is FULL: the journal is synced at every commit, before it is acknowledged
    assert pragma == {"synchronous": 2, "journal_mode": "wal"}
    plans = Plans(opened)
    kept = saved_from(Spec.model_validate(tote()))
    plan = plans.begin("Cut", kept)
    wal = database.with_name("plans.sqlite-wal")
    for number in range(2, 8):
        plans.save(plan.id, kept, base=number - 1, edit_id=str(number), cause="")
        main, journal = database.read_bytes(), wal.read_bytes()
        plans.rename(plan.id, f"Later {number}")
        later = wal.read_bytes()[len(journal) :]
        for torn in (
            b"",
            later[:100],
            later[: len(later) // 2],
            later[:-1],
            bytes(len(later)),
            b"\xff" * 5000,
        ):
            cut = tmp_path / "cut"
            cut.mkdir()
            (cut / "plans.sqlite").write_bytes(main)
            (cut / "plans.sqlite-wal").write_bytes(journal + torn)
            again = open_database(cut / "plans.sqlite")
            assert Plans(again).get(plan.id).head == number
            assert len(Plans(again).revisions(plan.id)) == number
            again.close()
            shutil.rmtree(cut)
    opened.close()


def test_setting_aside_is_kept_whole_or_not_at_all(tmp_path: Path) -> None:
    """Killed between its two revisions, neither is there."""
    database = tmp_path / "plans.sqlite"
    opened = open_database(database)
    kept = saved_from(Spec.model_validate(tote()))
    plan = Plans(opened).begin("Aside", kept)
    opened.close()
    program = (
        "import json, os, signal, sys; from pathlib import Path\n"
        "from ambitus.store import Plans, Saved, open_database\n"
        "plans = Plans(open_database(Path(sys.argv[1])))\n"
        "keep, kept = Plans._keep, []\n"
        "def killed(*given):\n"
        "    keep(*given); given[1].flush(); kept.append(1)\n"
        "    if len(kept) == int(sys.argv[3]): os.kill(os.getpid(), signal.SIGKILL)\n"
        "Plans._keep = killed\n"
        "saved = Saved({}, {}, 1, None, {})\n"
        "plans.save_all(sys.argv[2], [(saved, 'a', ''), (saved, 'b', '')], base=1)\n"
    )
    for after in ("1", "2"):
        done = subprocess.run([sys.executable, "-c", program, str(database), plan.id, after])
        assert done.returncode == -9
        again = open_database(database)
        assert [r.number for r in Plans(again).revisions(plan.id)] == [1]
        again.close()


def test_many_clients_at_once_lose_nothing(server_in: Callable[..., Server]) -> None:
    """Thirty of them, each with a plan of its own, on more threads than there are connections kept."""
    server = server_in("serve")
    pid = server.process.pid if server.process else 0

    def work(client: int) -> int:
        plan = _send(server.address, "POST", "/plans", {"name": f"{client}", "spec": tote()})["plan"]["id"]
        for number in range(1, 6):
            body = {"spec": tote(width=300 + number), "base_revision": number, "edit_id": f"{number}"}
            _send(server.address, "PUT", f"/plans/{plan}/spec", body)
            assert len(_send(server.address, "GET", f"/plans/{plan}/revisions")) == number + 1
        return int(_send(server.address, "GET", f"/plans/{plan}")["plan"]["head"])

    with ThreadPoolExecutor(30) as many:
        assert list(many.map(work, range(30))) == [6] * 30
    assert server.process is not None
    assert (server.process.pid, server.process.poll()) == (pid, None)
    assert _send(server.address, "GET", "/plans")["total"] == 30
