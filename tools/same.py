"""``make same BASE=commit``: does everything that a maker sees still read as it did at a commit?

2,000 bags are chosen once by the base's own tests (its frozen bags, and random ones in their whole range) and
kept. Both versions answer for each of them: the draft with its findings, remedies and pictures, a phrase with
its tiles, the sheet with its steps in two units, the cut list as text and read back, the plan as a file,
templates, the closing. Answers are compared letter by letter. A difference has to stand in
``same_reasons.json`` with its reason, and no number may differ at all.
"""

import gzip
import hashlib
import json
import os
import re
import shutil
import subprocess
import sys
import tarfile
import tempfile
from collections import Counter
from collections.abc import Iterator
from io import BytesIO
from pathlib import Path
from typing import Any

HERE = Path(__file__).resolve()
ROOT = HERE.parent.parent
REASONS = HERE.with_name("same_reasons.json")
COUNT, SEED, PROCESSES = 2000, 14, 2
#: kinds of bags, and how many of every hundred
SHARES = {"plain": 40, "banded": 25, "pushed": 35}
UNITS = ("mm", "cm", "in")
#: how far apart two curves of a picture may lie, in mm: 0.05, and what both lose that are written to a tenth
NEAR, RIM = 0.05 + 2 * 0.05 * 2**0.5, 2.0
#: how many kinds of unexplained differences are printed
MOST_SHOWN = 12
_HEADERS = {"origin": "http://127.0.0.1:8340"}


# What runs in a process of its own, on the version that PYTHONPATH names.


def choose(count: int) -> list[dict[str, Any]]:
    """Return *count* specs: the frozen bags of the version at hand, then random ones, none twice."""
    from hypothesis import HealthCheck, Phase, given, seed, settings
    from hypothesis import strategies as st

    from bags import pushed, totes  # type: ignore[import-not-found]

    frozen = json.loads((Path(os.environ["TREE"]) / "tests/core/frozen/bags.json").read_text("utf-8"))
    out = [bag["spec"] for bag in frozen[:: max(1, 6 * len(frozen) // count)]]
    known = {json.dumps(spec, sort_keys=True) for spec in out}
    left = count - len(out)

    def collect(kind: str, wanted: int) -> None:
        got: list[dict[str, Any]] = []

        @seed(SEED)
        @settings(
            max_examples=wanted * 3,
            phases=[Phase.generate],
            database=None,
            deadline=None,
            suppress_health_check=list(HealthCheck),
        )
        @given(totes(bands=kind == "banded"), st.data())
        def take(spec: dict[str, Any], data: st.DataObject) -> None:
            spec = pushed(spec, data) if kind == "pushed" else spec
            name = json.dumps(spec, sort_keys=True)
            if name not in known and len(got) < wanted:
                known.add(name)
                got.append(json.loads(name))

        take()
        out.extend(got)

    for kind, share in SHARES.items():
        collect(kind, round(left * share / 100))
    return out


def _phrases(answer: dict[str, Any]) -> list[str]:
    return sorted({t["phrase"] for t in answer.get("sentence", ()) if t.get("phrase")})


def answers(client: Any, at: int, spec: dict[str, Any]) -> Iterator[tuple[str, Any]]:
    """Yield (what was asked, the answer) for one spec, without what a plan is called and when it was kept."""

    def post(path: str, body: Any) -> Any:
        return client.post(path, json=body, headers=_HEADERS)

    unit, other = UNITS[at % 3], UNITS[(at + 1) % 3]
    drafted = post("/api/draft", {"spec": spec, "unit": unit})
    yield "draft", drafted.json()
    yield "draft in its unit", post("/api/draft", {"spec": spec, "remedies": False}).json()
    if drafted.status_code != 200:
        return
    phrases = _phrases(drafted.json())
    if phrases:
        phrase = phrases[at % len(phrases)]
        yield f"tiles {phrase}", post("/api/tiles", {"spec": spec, "phrase": phrase, "unit": unit}).json()
    yield "closing", post("/api/closing", {"spec": spec}).json()
    if at % 4 == 0:
        yield "volumes", post("/api/volumes", {"spec": spec, "unit": unit}).json()
    begun = post("/api/plans", {"name": "A bag", "spec": spec})
    if begun.status_code != 201:
        yield "plan", begun.json()
        return
    plan = begun.json()["plan"]["id"]
    yield "plan", {"summary": begun.json()["plan"]["summary"], "spec": begun.json()["spec"]}
    about = f"/api/plans/{plan}/revisions/1"
    for shown in (unit, other):
        yield f"sheet in {shown}", client.get(f"{about}/sheet", params={"unit": shown}).json()["sheet"]
    csv = client.get(f"{about}/cut-list.csv", params={"unit": unit}).text
    yield "cut-list.csv", csv.splitlines()
    kept = client.get(f"{about}/plan.json").json()
    yield "plan.json", {key: kept[key] for key in ("spec", "resolved", "rules_version", "cut_list")}
    yield "read", post("/api/read", kept["cut_list"]).json()
    if at % 5 == 0:
        yield "from pieces", post("/api/plans/from-file", {"text": csv}).json().get("spec")
    pdf = client.get(f"{about}/templates.pdf")
    yield "templates.pdf", hashlib.sha256(pdf.content).hexdigest() if pdf.status_code == 200 else pdf.json()


def at_large(client: Any) -> Iterator[tuple[str, Any]]:
    """Yield what is told of no bag: ways to begin, my usual, the published grammar."""
    from ambitus.core.grammar.registry import GRAMMAR
    from ambitus.core.grammar.schema import spec_schema
    from ambitus.core.shown.page import grammar_page
    from ambitus.library import shipped

    yield "begin", client.get("/api/begin").json()
    yield "usual", client.get("/api/usual").json()
    yield "schema", spec_schema(GRAMMAR, shipped())
    yield "grammar", grammar_page(GRAMMAR).splitlines()


def tell(specs: Path, part: int, full: Path | None) -> None:
    """Print a line for each answer of every *PROCESSES*-th spec: its place, what was asked, its print."""
    from fastapi.testclient import TestClient

    from ambitus.web.app import make_app

    chosen = json.loads(specs.read_text("utf-8"))
    only = {int(n) for n in os.environ.get("ONLY", "").split(",") if n}
    book = gzip.open(full, "wt", encoding="utf-8") if full else None  # noqa: SIM115
    with tempfile.TemporaryDirectory() as folder:
        app = make_app(Path(folder) / "plans.sqlite", Path(folder))
        with TestClient(app, base_url="http://127.0.0.1:8340", raise_server_exceptions=False) as client:

            def put(at: int, asked: str, answer: Any) -> None:
                text = json.dumps(answer, sort_keys=True, ensure_ascii=False)
                print(f"{at}\t{asked}\t{hashlib.sha256(text.encode()).hexdigest()}", flush=True)
                if book:
                    book.write(json.dumps([at, asked, answer], ensure_ascii=False) + "\n")

            if part == 0 and (not only or -1 in only):
                for asked, answer in at_large(client):
                    put(-1, asked, answer)
            for at, spec in enumerate(chosen):
                if at % PROCESSES == part and (not only or at in only):
                    for asked, answer in answers(client, at, spec):
                        put(at, asked, answer)
    if book:
        book.close()


# What compares.


def _run(tree: Path, said: Path, *arguments: str, **more: str) -> "subprocess.Popen[bytes]":
    """Start this file on the version in *tree*; what it says goes into a file: none waits for another."""
    paths = os.pathsep.join(str(tree / name) for name in ("src", "tests"))
    env = {**os.environ, "PYTHONPATH": paths, "TREE": str(tree), "PYTHONHASHSEED": "0", **more}
    with said.open("wb") as out:
        return subprocess.Popen(
            [sys.executable, "-W", "ignore", str(HERE), *arguments], env=env, stdout=out, cwd=tree
        )


def _told(tree: Path, specs: Path, book: Path | None = None, only: str = "") -> dict[tuple[int, str], str]:
    """Return the fingerprint of every answer of the version in *tree*."""
    with tempfile.TemporaryDirectory() as folder:
        said = [Path(folder) / str(part) for part in range(PROCESSES)]
        running = [
            _run(
                tree,
                said[part],
                "--tell",
                str(specs),
                str(part),
                str(book.with_suffix(f".{part}.gz") if book else ""),
                ONLY=only,
            )
            for part in range(PROCESSES)
        ]
        codes = [process.wait() for process in running]
        if any(codes):
            sys.exit(f"answering failed in {tree}")
        lines = [line for path in said for line in path.read_text("utf-8").splitlines()]
    out: dict[tuple[int, str], str] = {}
    for line in lines:
        at, asked, print_of = line.split("\t")
        out[int(at), asked] = print_of
    return out


def _in_full(tree: Path, specs: Path, only: list[int]) -> dict[tuple[int, str], Any]:
    """Return the answers themselves of the bags at *only*; -1 is what is told of none."""
    with tempfile.TemporaryDirectory() as folder:
        book = Path(folder) / "answers"
        _told(tree, specs, book, ",".join(map(str, only)))
        out = {}
        for path in Path(folder).iterdir():
            with gzip.open(path, "rt", encoding="utf-8") as lines:
                for at, asked, answer in map(json.loads, lines):
                    if at in only:
                        out[at, asked] = answer
        return out


def same_curve(was: str, now: str) -> bool:
    """
    Return whether two texts are lines of a picture that lie on each other: no point further off than a curve
    may be drawn (`NEAR`), but at the rim, where a curve turns out of sight, it may end sooner (`RIM`).

    >>> same_curve("M0 0L10 0.1L20 0L20 9Z", "M0 0L20 0L20 9Z"), same_curve("M0 0L20 0", "M0 0L20 0.5")
    (True, False)
    >>> same_curve("M0 0L9 0M3 1L3 -1", "M0 0L9.1 0M3 1L3 -1"), same_curve("M0 0L20 0", "M0 0L10 0")
    (True, False)
    """
    from shapely import LineString

    number = r"-?\d+(?:\.\d+)?"
    if not all(re.fullmatch(rf"(?:[ML]{number} {number})+Z?", text) for text in (was, now)):
        return False
    if re.sub(number, "", was) == re.sub(number, "", now):
        both = (map(float, re.findall(number, text)) for text in (was, now))
        return all(abs(a - b) <= NEAR for a, b in zip(*both, strict=True))
    closed = was.endswith("Z")
    if closed != now.endswith("Z") or "M" in was[1:] or "M" in now[1:]:
        return False
    lines = [[tuple(map(float, p.split(" "))) for p in t.strip("MZ").split("L")] for t in (was, now)]
    if min(map(len, lines)) < 2:
        return False
    if closed:
        lines = [[*line, line[0]] for line in lines]
    drawn = [LineString(line) for line in lines]
    left, _, right, _ = drawn[0].bounds
    off = (
        (other.distance(LineString([p, p])), min(p[0] - left, right - p[0]) < RIM)
        for line, other in zip(lines, reversed(drawn), strict=True)
        for p in line
    )
    return all(apart <= (RIM if rim else NEAR) for apart, rim in off)


def _same_place(was: Any, now: Any, path: str) -> bool:
    """Return whether two leaves of a picture are drawn at one place, as finely as a curve is drawn."""
    if isinstance(was, str) and isinstance(now, str):
        return same_curve(was, now)
    placed = re.search(r"(^|\.)(box|dimensions|shapes|labels)\.", path)
    numbers = isinstance(was, int | float) and isinstance(now, int | float)
    return bool(placed) and numbers and abs(was - now) <= NEAR


def differences(was: Any, now: Any, path: str = "") -> Iterator[tuple[str, str, str]]:
    """
    Yield (where, was, now) of every leaf in which two answers differ; a missing one is an empty text.

    >>> list(differences({"a": [1, 2], "b": "x"}, {"a": [1, 3], "c": "x"}))
    [('a.1', '2', '3'), ('b', '"x"', ''), ('c', '', '"x"')]
    """
    if isinstance(was, dict) and isinstance(now, dict):
        for key in dict.fromkeys([*was, *now]):
            yield from differences(was.get(key, ...), now.get(key, ...), f"{path}.{key}".lstrip("."))
    elif isinstance(was, list) and isinstance(now, list):
        for n in range(max(len(was), len(now))):
            old, new = (side[n] if n < len(side) else ... for side in (was, now))
            yield from differences(old, new, f"{path}.{n}".lstrip("."))
    elif was != now and not _same_place(was, now, path):
        yield path, *("" if side is ... else json.dumps(side, ensure_ascii=False) for side in (was, now))


def reason_for(asked: str, where: str, was: str, now: str, reasons: list[dict[str, str]]) -> str:
    """
    Return the reason of a difference, or nothing: the numbers in both texts have to be the same ones.

    A reason names by regular expressions what was ``asked``, ``where`` in the answer, what it ``was`` and is
    ``now``.

    >>> why = {"asked": "sheet.*", "where": "steps.*", "was": ".*hem.*", "now": ".*", "reason": "Said."}
    >>> reason_for("sheet in mm", "steps.3.say", "Fold the hem 20.", "Turn the hem 20.", [why])
    'Said.'
    >>> reason_for("sheet in mm", "steps.3.say", "Fold the hem 20.", "Turn the hem 21.", [why])
    ''
    """
    numbers = [Counter(re.findall(r"\d+(?:[./ ]\d+)*", text)) for text in (was, now)]
    if numbers[0] != numbers[1]:
        return ""
    asked_for = {"asked": asked, "where": where, "was": was, "now": now}
    return next(
        (
            r["reason"]
            for r in reasons
            if all(re.fullmatch(r[key], text, re.S) for key, text in asked_for.items())
        ),
        "",
    )


def base_tree(commit: str, home: Path) -> Path:
    """Return the sources and tests of a commit, unpacked in *home* once."""
    tree = home / "tree"
    if not (tree / "src").is_dir():
        packed = subprocess.run(
            ["git", "archive", commit, "src", "tests"], cwd=ROOT, capture_output=True, check=True
        )
        shutil.rmtree(tree, ignore_errors=True)
        with tarfile.open(fileobj=BytesIO(packed.stdout)) as files:
            files.extractall(tree, filter="data")
    return tree


def main(base: str) -> None:
    """Compare the checkout with *base*, whose answers are kept; ``ONLY=3,7`` asks a few bags."""
    commit = subprocess.run(
        ["git", "rev-parse", "--verify", f"{base}^{{commit}}"],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=True,
    ).stdout.strip()
    count = int(os.environ.get("COUNT") or COUNT)
    home = ROOT / ".stamps" / "same" / f"{commit[:12]}-{count}"
    home.mkdir(parents=True, exist_ok=True)
    tree, specs, kept = base_tree(commit, home), home / "specs.json", home / "told.json"
    if not specs.is_file():
        chosen = specs.with_suffix(".part")
        if _run(tree, chosen, "--choose", str(count)).wait():
            sys.exit("choosing the bags failed")
        chosen.replace(specs)
    if not kept.is_file():
        told = _told(tree, specs)
        kept.write_text(json.dumps([[*key, print_of] for key, print_of in told.items()]), "utf-8")
    was = {(at, asked): print_of for at, asked, print_of in json.loads(kept.read_text("utf-8"))}
    few = os.environ.get("ONLY", "")
    now = _told(ROOT, specs, only=few)
    if few:
        # after a full run: the bags that were told otherwise, asked once more
        was = {key: print_of for key, print_of in was.items() if str(key[0]) in few.split(",")}
    other = sorted({key[0] for key in {*was, *now} if was.get(key) != now.get(key)})
    bags = len({at for at, _ in was if at >= 0})
    print(f"{len(was):,} answers for {bags:,} bags of {commit[:8]}.")
    print(f"Told otherwise: {len(other)}, at {other[:20]}" if other else "All are told the same.")
    if not other:
        return
    reasons = json.loads(REASONS.read_text("utf-8"))
    looked = other[: int(os.environ.get("LOOK") or 400)]
    before, after = (_in_full(version, specs, looked) for version in (tree, ROOT))
    explained: Counter[str] = Counter()
    unexplained: dict[tuple[str, str], list[tuple[int, str, str, str]]] = {}
    for key in sorted({*before, *after}):
        for where, old, new in differences(before.get(key, ...), after.get(key, ...)):
            if why := reason_for(key[1], where, old, new, reasons):
                explained[why] += 1
            else:
                shape = re.sub(r"\d+", "#", where)
                unexplained.setdefault((key[1].split(" ")[0], shape), []).append((key[0], where, old, new))
    for why, times in explained.items():
        print(f"  {times:5} × {why}")
    for (asked, shape), all_of in list(unexplained.items())[:MOST_SHOWN]:
        at, where, old, new = all_of[0]
        print(
            f"- {len(all_of)} × {asked} {shape}: bag {at} {where}\n    was {old[:300]}\n    now {new[:300]}"
        )
    if len(looked) < len(other):
        sys.exit(f"Only {len(looked)} of {len(other)} bags were looked at. Explain these, and run it again.")
    if unexplained:
        sys.exit("Each needs a reason in tools/same_reasons.json, and none may be a number.")


if __name__ == "__main__":
    if sys.argv[1] == "--choose":
        print(json.dumps(choose(int(sys.argv[2]))))
    elif sys.argv[1] == "--tell":
        tell(Path(sys.argv[2]), int(sys.argv[3]), Path(sys.argv[4]) if sys.argv[4] else None)
    else:
        main(sys.argv[1])
