"""Makings over HTTP: gone through, read into, photographed, logged; nothing is lost by a kill."""

import csv
import json
from collections.abc import Callable
from io import BytesIO, StringIO
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from ambitus.desk.demo_data import lay_out
from ambitus.desk.demo_makings import SAMPLES, lay_out_makings
from ambitus.desk.makings import MakingDesk
from ambitus.desk.stash import StashDesk
from ambitus.store import Makings, Plans, Stash, open_database
from bags import tote
from conftest import Server
from web.test_kill import _send


def _plan(client: TestClient, **spec: Any) -> dict[str, Any]:
    answer = client.post("/api/plans", json={"name": "Tote", "spec": {**tote(400, 300, 120), **spec}})
    return dict(answer.json())


def _making(client: TestClient, plan: str, **about: Any) -> dict[str, Any]:
    answer = client.post("/api/makings", json={"plan": plan, "about": about, "unit": "mm"})
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def _say(client: TestClient, making: str, *happened: dict[str, Any], ids: str = "") -> Any:
    every = [{"id": f"{ids or id(happened)}-{n}", "event": one} for n, one in enumerate(happened)]
    return client.post(f"/api/makings/{making}/events", json={"happened": every, "unit": "mm"})


def _through(client: TestClient, making: dict[str, Any], until: str = "") -> dict[str, Any]:
    """Do every step of a making, gates and all, up to one; return it as it stands then."""
    now = making
    for n, listed in enumerate(making["bench"]["steps"]):
        step = now["bench"]["step"]
        assert step["key"] == listed["key"]
        if step["key"] == until:
            break
        done = {"kind": "done", "step": step["key"], "seconds": 60, "seen": step["seen"], "meant": True}
        answer = _say(client, making["id"], done, ids=f"done {n}")
        assert answer.status_code == 200, answer.text
        now = answer.json()
    return now


def test_a_reading_is_typed_and_says_what_it_means(client: TestClient) -> None:
    """522 of 520 over two edges: 9, not 10. A text that is no length is told by name, and nothing is kept."""
    making = _making(client, _plan(client)["plan"]["id"], who="Orla")
    at = _through(client, making, "outer sides")
    typed = {"kind": "typed", "step": "outer sides", "reading": "mouth_flat", "text": "52.2", "unit": "cm"}
    bench = _say(client, making["id"], typed).json()["bench"]
    assert bench["learned"]["bites"][0]["said"].startswith("Your side seams took 9 mm, not 10")
    assert bench["step"]["reads"][0]["said"] == "2 mm more than it should."
    for text in ("", "broad", "0", "-3", "1e9", "4/0"):
        wrong = _say(client, making["id"], {**typed, "text": text}, ids=f"wrong {text}")
        assert wrong.status_code == 422, text
        assert wrong.json()["problems"][0]["code"] == "not-a-length"
    again = client.get(f"/api/makings/{making['id']}?unit=mm").json()
    assert again["bench"] == bench
    assert at["bench"]["step"]["reads"][0]["expected"] == "520 mm"


def test_what_is_sent_twice_is_kept_once_and_all_of_it_or_nothing(client: TestClient) -> None:
    """A retry adds no seconds; where one of several cannot be, none of them is kept."""
    making = _making(client, _plan(client)["plan"]["id"])
    first = making["bench"]["step"]["key"]
    done = {"kind": "done", "step": first, "seconds": 600}
    for _ in range(3):
        spent = _say(client, making["id"], done, ids="once").json()["bench"]["spent"]
        assert spent == "10 min"
    note = {"kind": "noted", "step": first, "words": "damp"}
    closed = {"kind": "done", "step": "outer nested", "seen": "perhaps"}
    assert _say(client, making["id"], note, closed).status_code == 422
    now = client.get(f"/api/makings/{making['id']}").json()["bench"]
    assert (now["done"], [one["noted"] for one in now["steps"][:1]]) == (1, [False])


@pytest.mark.parametrize(
    ("event", "code"),
    [
        ({"kind": "spoilt", "piece": "sleeve"}, "unknown-piece"),
        ({"kind": "cut again", "piece": "sleeve"}, "unknown-piece"),
        (
            {"kind": "took", "sizes": [{"piece": "sleeve", "key": "width", "was": 1, "now": 2}]},
            "unknown-piece",
        ),
        (
            {"kind": "took", "sizes": [{"piece": "outer panel", "key": "girth", "was": 1, "now": 2}]},
            "no-such-size",
        ),
    ],
)
def test_a_piece_that_is_not_of_the_bag_is_told(client: TestClient, event: dict[str, Any], code: str) -> None:
    """By name, and nothing of it is kept."""
    making = _making(client, _plan(client)["plan"]["id"])
    answer = _say(client, making["id"], event)
    assert (answer.status_code, answer.json()["problems"][0]["code"]) == (422, code)
    assert len(client.get("/api/log.json").json()["makings"][0]["events"]) == 1


def test_unknown_makings_plans_and_photographs_are_told(client: TestClient) -> None:
    """404 with a name of its own, whatever is asked of it."""
    assert client.post("/api/makings", json={"plan": "none"}).json()["problems"][0]["code"] == "no-plan"
    for answer in (
        client.get("/api/makings/none"),
        _say(client, "none", {"kind": "finished"}),
        client.post("/api/makings/none/photos", content=b"x"),
    ):
        assert answer.status_code in (404, 422)
    assert client.get("/api/photos/none").json()["problems"][0]["code"] == "no-photo"


def _camera() -> bytes:
    """Return a JPEG as a telephone writes it: turned, and with the place that it was taken at."""
    picture, exif, out = Image.new("RGB", (1600, 900), "green"), Image.Exif(), BytesIO()
    exif[0x0112] = 6
    exif.get_ifd(0x8825)[2] = (53.0, 10.0, 0.0)
    exif[0x010F] = "Telephone"
    picture.save(out, "JPEG", exif=exif)
    assert b"Telephone" in out.getvalue()
    return out.getvalue()


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_a_photograph_is_kept_without_its_place_and_shown_small(client: TestClient, kind: str) -> None:
    """Upright, with nothing of what a camera notes beside it."""
    body = BytesIO(_camera())
    if kind != "JPEG":
        with Image.open(BytesIO(_camera())) as found:
            body = BytesIO()
            found.save(body, kind, exif=found.getexif())
    making = _making(client, _plan(client)["plan"]["id"])
    path = f"/api/makings/{making['id']}/photos?words=Before%20the%20wash"
    kept = client.post(path, content=body.getvalue()).json()
    whole, small = (client.get(f"/api/photos/{kept['id']}?small={s}").content for s in ("false", "true"))
    for picture, side in ((whole, 1600), (small, 480)):
        with Image.open(BytesIO(picture)) as found:
            assert (found.format, found.size) == ("JPEG", (round(side * 900 / 1600), side))
            assert not dict(found.getexif())
        assert b"Telephone" not in picture
    assert client.get(f"/api/makings/{making['id']}").json()["photos"][0]["words"] == "Before the wash"
    client.post(f"/api/photos/{kept['id']}/put-away")
    assert client.get(f"/api/makings/{making['id']}").json()["photos"] == []


@pytest.mark.parametrize("body", [b"", b"no picture", b"\xff\xd8\xff\xe0 torn", b"GIF89a...."])
def test_what_is_no_photograph_is_told(client: TestClient, body: bytes) -> None:
    """By name, and nothing of it is kept."""
    making = _making(client, _plan(client)["plan"]["id"])
    answer = client.post(f"/api/makings/{making['id']}/photos", content=body)
    assert (answer.status_code, answer.json()["problems"][0]["code"]) == (422, "photo")
    assert client.get(f"/api/makings/{making['id']}").json()["photos"] == []


def test_a_photograph_may_be_large_and_nothing_else(client: TestClient) -> None:
    """2 MB of picture are taken; 16 MB, or 2 MB of anything else, are not."""
    making = _making(client, _plan(client)["plan"]["id"])
    out = BytesIO()
    Image.effect_noise((1700, 1300), 90).save(out, "PNG")
    assert len(out.getvalue()) > 1_500_000
    assert client.post(f"/api/makings/{making['id']}/photos", content=out.getvalue()).status_code == 201
    assert client.post(f"/api/makings/{making['id']}/photos", content=b"x" * 16_000_000).status_code == 413
    assert client.post("/api/log/from-file", content=b"x" * 2_000_000).status_code == 413


def test_the_log_tells_finds_and_goes_out_and_in(client: TestClient, tmp_path: Path) -> None:
    """Its sizes, seams and words; as CSV no cell is a formula; as JSON it comes back whole."""
    plan = _plan(client)["plan"]["id"]
    making = _making(client, plan, who="Orla", machine="the old one", for_whom="=cornets")
    _through(client, making, "measure back")
    for reading, mm in (("mouth_flat", 522), ("height", 300)):
        text = {"kind": "typed", "step": "measure back", "reading": reading, "text": str(mm), "unit": "mm"}
        assert _say(client, making["id"], text, ids=reading).status_code == 200
    logged = {"kind": "logged", "notes": "Stands", "mistakes": ["One"], "next_time": ["Clip it"], "cost": "9"}
    done = {"kind": "done", "step": "measure back"}
    assert _say(client, making["id"], done, logged, {"kind": "finished"}).status_code == 200
    log = client.get("/api/log?unit=mm").json()
    (entry,) = log["finished"]
    assert entry["measured"][0] == "Across the mouth, flat 522 mm, planned 520"
    assert (entry["notes"], entry["next_time"], entry["done"]) == ("Stands", ["Clip it"], entry["steps"])
    assert "a first reading" in log["known"][0]["said"]
    for search, found in (("clip", 1), ("orla old", 1), ("orla zebra", 0), ("", 1)):
        assert len(client.get(f"/api/log?search={search}").json()["finished"]) == found, search
    rows = list(csv.DictReader(StringIO(client.get("/api/log.csv?unit=mm").text)))
    assert (rows[0]["for"], rows[0]["measured"].split(";")[0]) == ("'=cornets", entry["measured"][0])
    text = client.get("/api/log.json").text
    nothing = {"taken": 0, "left": "", "problems": []}
    assert client.post("/api/log/from-file", json={"text": text}).json() == nothing
    told = json.loads(text)
    told["makings"][0]["id"] = "f" * 32
    taken = client.post("/api/log/from-file", json={"text": json.dumps(told)}).json()
    assert taken["taken"] == 1
    twice = client.get("/api/log?unit=mm").json()["finished"]
    assert [one["measured"] for one in twice] == [entry["measured"]] * 2
    told["makings"][0] |= {"id": "e" * 32, "plan": "nowhere"}
    answer = client.post("/api/log/from-file", json={"text": json.dumps(told)}).json()
    assert (answer["taken"], answer["problems"][0]["code"]) == (0, "no-plan")
    for wrong in ("{", "{}", "[]", "", '{"makings": [{"id": 1}]}'):
        answer = client.post("/api/log/from-file", json={"text": wrong})
        assert answer.status_code == 422 or answer.json()["problems"], wrong


def test_a_table_of_earlier_bags_comes_in(client: TestClient) -> None:
    """A row a bag, each once; rows that are none are told by number; what goes out comes in elsewhere."""
    plan = _plan(client)["plan"]["id"]
    rows = [
        "name;begun;finished;who;for;minutes;next time;measured",
        "Tote;2025-03-01;2025-03-04;Orla;the choir;95;Clip it; Depth 12 cm",
        "Tote;4 March;;;;;;",
        "Cape;2025-03-01;;;;;;",
        "Tote;2025-04-01;;;;soon;;",
        "Tote;;;;;;;",
    ]
    text = "\n".join(rows)
    found = client.post("/api/log/from-file", json={"text": text}).json()
    assert (found["taken"], "JSON" in found["left"]) == (1, True)
    told = {p["field"]: p["fix"] for p in found["problems"]}
    assert list(told) == ["row 3, begun", "row 5, minutes", "row 6, begun", "row 4, name"]
    assert "2026-11-30" in told["row 3, begun"]
    (entry,) = client.get("/api/log").json()["finished"]
    assert (entry["finished"], entry["who"], entry["took"]) == ("4 March 2025", "Orla", "1 h 35 min")
    assert (entry["plan"], entry["next_time"], entry["for_whom"]) == (plan, ["Clip it"], "the choir")
    assert client.post("/api/log/from-file", json={"text": text}).json()["taken"] == 0
    again = client.get("/api/log.csv").text
    client.post(f"/api/makings/{entry['id']}/put-away")
    assert client.post("/api/log/from-file", json={"text": again}).json()["taken"] == 0
    elsewhere = again.replace("Orla", "Bram")
    assert client.post("/api/log/from-file", json={"text": elsewhere}).json()["taken"] == 1


def test_a_printed_sheet_is_noted_with_the_making_that_it_is_cut_by(client: TestClient) -> None:
    """The revision whose sheet was printed last; nothing where none was."""
    plan = _plan(client)["plan"]["id"]
    assert _making(client, plan)["about"]["sheet"] is None
    assert client.post(f"/api/plans/{plan}/revisions/1/printed").status_code == 200
    assert _making(client, plan)["about"]["sheet"] == 1


def test_the_work_is_reckoned_at_ones_own_pace_only_when_asked(client: TestClient) -> None:
    """Twice as slow at the machine: steps there take twice as long, at the bench and in the work."""
    opened = _plan(client)
    making = _making(client, opened["plan"]["id"])
    done = _through(client, making, "outer sides")
    before = done["bench"]["step"]["takes_seconds"]
    work = client.post("/api/work", json={"spec": opened["spec"]}).json()
    assert work["reckoned"] == "a first guess"
    assert client.put("/api/usual", json={"unit": "cm", "paces": {"machine": 2.0}}).status_code == 200
    at = client.get(f"/api/makings/{making['id']}").json()["bench"]
    assert at["step"]["takes_seconds"] == pytest.approx(2 * before)
    paced = client.post("/api/work", json={"spec": opened["spec"]}).json()
    assert (paced["reckoned"], at["reckoned"]) == ("at your own pace",) * 2
    assert paced["takes"] != work["takes"]
    (pace,) = client.get("/api/log").json()["paces"]
    # every step was said to take a minute, whatever was guessed
    assert all(0.2 <= times <= 5 for times in pace["times"].values())
    client.put("/api/usual", json={"unit": "cm", "paces": {}})
    assert client.post("/api/work", json={"spec": opened["spec"]}).json() == work
    assert client.put("/api/usual", json={"unit": "cm", "paces": {"machine": 50}}).status_code == 422


def test_a_stretched_strip_is_offered_to_straps_of_its_cloth(client: TestClient) -> None:
    """200 to 260, 50 to 36: both lengths are taken over, and then nothing is offered any more."""
    strap = {"make": "four_fold", "stretched": "stretched"}
    spec = {**tote(400, 300, 120), "cloth": {"outer": "jersey"}, "carry": [strap]}
    opened = client.post("/api/plans", json={"name": "Knit", "spec": spec}).json()
    assert client.post("/api/known", json={"spec": opened["spec"]}).json() == []
    label = client.get("/api/stash").json()["materials"]["cloth"]["jersey"]
    typed = {"kind": "stretched", "cloth": label, "unit": "mm"}
    sizes = {"long_before": "300", "long_after": "390", "wide_before": "50", "wide_after": "36"}
    assert client.post("/api/log/samples", json={**typed, **sizes}).status_code == 201
    (offer,) = client.post("/api/known", json={"spec": opened["spec"], "unit": "mm"}).json()
    assert (offer["of"], offer["now"], offer["known"]["took"]) == ("carry.0", "240 mm", "260 mm")
    assert offer["takes"] == [["carry.0.stretches_to", "", 260.0], ["carry.0.narrows_to", "", 36.0]]
    for path, _, mm in offer["takes"]:
        asked = {"spec": spec, "edits": [{"kind": "typed", "path": path, "text": f"{mm} mm"}]}
        spec = client.post("/api/draft", json=asked).json()["spec"]
    assert client.post("/api/known", json={"spec": spec}).json() == []


def test_a_making_is_put_away_and_taken_back(client: TestClient) -> None:
    """Never deleted: it leaves the log, and teaches nothing meanwhile."""
    making = _making(client, _plan(client)["plan"]["id"])
    assert client.post(f"/api/makings/{making['id']}/put-away").json() == {"away": True}
    log = client.get("/api/log").json()
    assert ([one["id"] for one in log["away"]], log["going"]) == ([making["id"]], [])
    assert client.get(f"/api/makings/{making['id']}").status_code == 200
    client.post(f"/api/makings/{making['id']}/put-away?back=true")
    assert len(client.get("/api/log").json()["going"]) == 1


def test_words_come_back_the_next_time(client: TestClient) -> None:
    """At the same step of the same plan, and what was said for the next time."""
    plan = _plan(client)["plan"]["id"]
    first = _making(client, plan)
    step = first["bench"]["step"]["key"]
    _say(client, first["id"], {"kind": "noted", "step": step, "words": "Steam it"})
    _say(client, first["id"], {"kind": "logged", "next_time": ["Cut the lining last"]}, {"kind": "finished"})
    second = _making(client, plan)
    assert second["noted_before"] == ["Steam it"]
    assert second["next_time"] == [{"said": "Cut the lining last", "of": ""}]
    copied = client.post(f"/api/plans/{plan}/copy", json={"name": "Tote, again"}).json()["id"]
    said = [{"said": "Cut the lining last", "of": "Tote"}]
    assert _making(client, copied)["next_time"] == said
    grandchild = client.post(f"/api/plans/{copied}/copy", json={"name": "Third"}).json()["id"]
    assert client.get(f"/api/makings/next-time?plan={grandchild}").json() == said
    assert _making(client, _plan(client)["plan"]["id"])["next_time"] == []


def test_what_is_known_is_offered_and_taken_only_when_asked(client: TestClient) -> None:
    """Three readings of 9: offered to a plan of that cloth, and taken as an allowance that is measured."""
    opened = _plan(client)
    making = _making(client, opened["plan"]["id"], machine="the old one")
    for step in ("outer sides", "lining sides"):
        text = {"kind": "typed", "step": step, "reading": "mouth_flat", "text": "522", "unit": "mm"}
        _say(client, making["id"], text, ids=step)
    (offer,) = client.post("/api/known", json={"spec": opened["spec"], "unit": "mm"}).json()
    assert offer["of"] == "side"
    # the lining is another cloth: what was read of it says nothing of the outer's
    assert "a first reading" in offer["known"]["said"]
    said = [one["said"] for one in client.get("/api/log").json()["known"]]
    assert [[cloth in one for cloth in ("on canvas", "on quilting cotton")] for one in said] == [
        [True, False],
        [False, True],
    ]
    assert client.get(f"/api/plans/{opened['plan']['id']}").json()["spec"] == opened["spec"]
    ((path, name, mm),) = offer["takes"]
    edit = {"kind": "measured", "path": path, "name": name, "mm": mm}
    asked = {"spec": opened["spec"], "edits": [edit], "was": "10", "unit": "mm"}
    drafted = client.post("/api/draft", json=asked).json()
    field = drafted["fields"]["allowances.side"]
    assert (field["mm"], field["source"]) == (9.0, "measured")
    wide = next(p for p in drafted["pieces"] if p["key"] == "outer panel")["sums"]["width"]
    assert wide["shown"] == "538"
    assert client.post("/api/known", json={"spec": drafted["spec"]}).json() == []
    assert drafted["cause"] == "Side seam 10 → 9"
    for wrong in ({"path": "size.width"}, {"path": "carry"}, {"mm": 500}, {"name": ""}):
        asked = {"spec": opened["spec"], "edits": [{**edit, **wrong}]}
        assert client.post("/api/draft", json=asked).status_code == 422, wrong
    denim = {**opened["spec"], "cloth": {"outer": "denim"}}
    assert client.post("/api/known", json={"spec": denim}).json() == []


def test_a_washed_square_is_offered_to_a_plan_of_its_cloth(client: TestClient) -> None:
    """Typed in centimetres, told, put away: then nothing is offered any more."""
    typed = {"kind": "washed", "cloth": "Canvas", "unit": "cm"}
    sizes = {"long_before": "30", "long_after": "29.1", "wide_before": "30", "wide_after": "30"}
    assert client.get("/api/log/shrinks?cloth=Canvas").json() == {"offer": None}
    (kept,) = client.post("/api/log/samples", json={**typed, **sizes}).json()
    assert kept["said"].startswith("Canvas shrank 3.0 % along")
    offer = client.get("/api/log/shrinks?cloth=Canvas").json()["offer"]
    assert (offer["along"], offer["across"]) == ("3.0", "0.0")
    wrong = client.post("/api/log/samples", json={**typed, **sizes, "long_before": "3"})
    assert (wrong.status_code, wrong.json()["problems"][0]["field"]) == (422, "long_before")
    assert client.post("/api/log/samples/7/put-away").status_code == 422
    assert client.post(f"/api/log/samples/{kept['number']}/put-away").json() == []
    assert client.get("/api/log/shrinks?cloth=Canvas").json() == {"offer": None}


def test_the_tape_sends_what_a_field_takes(client: TestClient) -> None:
    """The simulated one reads near what is expected, the same each time, in whatever unit is shown."""
    making = _making(client, _plan(client)["plan"]["id"])
    _through(client, making, "outer sides")
    for unit in ("mm", "cm", "in"):
        asked = {"step": "outer sides", "reading": "mouth_flat", "unit": unit}
        path = f"/api/makings/{making['id']}/tape"
        sent, again = (client.post(path, json=asked).json() for _ in range(2))
        assert sent == again
        typed = {"kind": "typed", **asked, "text": sent["text"], "by": "tape"}
        read = _say(client, making["id"], typed, ids=unit).json()["bench"]["step"]["reads"][0]
        assert abs(read["read_mm"] - 520) < 8
    assert client.post(path, json={**asked, "reading": "depth"}).status_code == 422


def test_the_samples_are_laid_out_once_and_hold_what_they_promise(tmp_path: Path) -> None:
    """A finished making with five readings and two photographs, a half-done one."""
    database = open_database(tmp_path / "plans.sqlite")
    plans, desk = Plans(database), MakingDesk(Makings(database), Plans(database))
    lay_out(plans, StashDesk(Stash(database), plans).stash)
    for _ in range(2):
        lay_out_makings(plans, desk)
    log = desk.log("cm")
    assert (len(log.finished), len(log.going)) == (2, len(SAMPLES) - 2)
    assert max(len(one.photos) for one in log.finished) == 2
    assert all(one.done == one.steps for one in log.finished)
    assert 0 < log.going[0].done < log.going[0].steps
    assert any(known.fact for known in log.known)
    (pace,) = log.paces
    assert pace.said.startswith("Orla’s work beside the first guess: ")
    assert pace.said.endswith(" steps timed in 3 makings.")
    assert (set(pace.times), pace.fact) == ({"machine", "iron", "table"}, True)
    assert not all(known.fact for known in log.known)
    assert len(log.courses) >= 2


def test_a_kill_loses_nothing_that_was_answered(server_in: Callable[..., Server]) -> None:
    """Killed after every third answer: what was said is there, and what is sent again is kept once."""
    server = server_in("serve")
    plan = _send(server.address, "POST", "/plans", {"name": "Kill", "spec": tote()})["plan"]["id"]
    making = _send(server.address, "POST", "/makings", {"plan": plan, "unit": "mm"})
    step = making["bench"]["step"]["key"]
    for n in range(9):
        happened = [{"id": f"note {n}", "event": {"kind": "noted", "step": step, "words": f"words {n}"}}]
        path = f"/makings/{making['id']}/events"
        _send(server.address, "POST", path, {"happened": happened})
        if n % 3 == 2:
            server.kill()
            server.start()
            _send(server.address, "POST", path, {"happened": happened})
            kept = _send(server.address, "GET", f"/makings/{making['id']}")
            assert kept["bench"]["step"]["note"] == f"words {n}"
    log = _send(server.address, "GET", "/log.json")
    assert len(log["makings"][0]["events"]) == 10
