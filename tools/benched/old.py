"""Ratios measured side by side in one run. Never a pass or a failure: numbers to read.

1. POST /api/draft, every request another bag, against an endpoint that takes the same request and builds and
   returns a same-sized answer, and against one that returns nothing.
2. The gzipped first page against a bare page of themed Vuetify.
3. A key press to the new cut size on screen.
4. One bag with 10 and with 100 extras (pairs of straps).
5. A shelf of 10 and of 10,000 plans: listed, and one of them opened.
"""

import gzip
import http.client
import json
import re
import statistics
import sys
import tempfile
import threading
from collections.abc import Callable
from pathlib import Path
from time import perf_counter
from typing import Any

import uvicorn
from fastapi import FastAPI, Response
from playwright.sync_api import sync_playwright
from pydantic import TypeAdapter
from ready import FRONTEND, ROOT, chromium, node, run
from sqlalchemy import insert

from ambitus.core.draft import draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.shown.models import Drafted
from ambitus.core.shown.present import present
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.core.steps.carried_out import carried_out
from ambitus.core.steps.work import steps_of
from ambitus.desk.demo_data import lay_out
from ambitus.desk.drafting import drafted, saved_from
from ambitus.library import shipped
from ambitus.store import Plans, open_database
from ambitus.store.tables import PlanRow, RevisionRow
from ambitus.web.app import make_app
from ambitus.web.drafting import DraftRequest, with_edits

ROUNDS, PRESSES = 300, 80
_DRAFTED = TypeAdapter(Drafted)


def spec(i: int) -> dict[str, Any]:
    """Return the i-th bag: no two alike."""
    size = {"width": 300 + i * 0.37, "height": 280 + i * 0.21, "depth": 90 + i * 0.11}
    return {"unit": ("mm", "cm", "in")[i % 3], "size": size, "allowances": {"general": 8 + i % 7}}


def with_references(app: FastAPI) -> FastAPI:
    """Add the two endpoints that the draft is held against."""
    request = DraftRequest.model_validate({"spec": spec(0)})
    given, unit = with_edits(request)
    plain = _DRAFTED.dump_python(present(drafted(given), given, unit))
    routes = len(app.router.routes)

    @app.post("/api/bench/same-size")
    async def same_size(body: DraftRequest) -> Response:
        return Response(_DRAFTED.dump_json(_DRAFTED.validate_python(plain)), media_type="application/json")

    @app.post("/api/bench/empty")
    async def empty(body: DraftRequest) -> Response:
        return Response(b"{}", media_type="application/json")

    # the screens answer every other path, so the two new routes go before theirs
    made = app.router.routes[routes:]
    app.router.routes[:] = [*made, *app.router.routes[:routes]]
    return app


class Served:
    """The application on a free port, in a thread of its own."""

    def __init__(self, app: FastAPI) -> None:
        self.server = uvicorn.Server(uvicorn.Config(app, "127.0.0.1", 0, log_level="error", access_log=False))
        self.thread = threading.Thread(target=self.server.run, daemon=True)

    def __enter__(self) -> int:
        self.thread.start()
        while not self.server.started:
            self.thread.join(0.02)
        port: int = self.server.servers[0].sockets[0].getsockname()[1]
        return port

    def __exit__(self, *_: object) -> None:
        self.server.should_exit = True
        self.thread.join(10)


def _asker(port: int) -> Callable[[str, int], tuple[float, int]]:
    connection = http.client.HTTPConnection("127.0.0.1", port)

    def ask(path: str, i: int) -> tuple[float, int]:
        body = json.dumps({"spec": spec(i)})
        start = perf_counter()
        connection.request("POST", path, body, {"content-type": "application/json"})
        answer = connection.getresponse()
        size = len(answer.read())
        if answer.status != 200:
            raise SystemExit(f"{path} answered {answer.status}")
        return perf_counter() - start, size

    return ask


def draft_ratio(port: int) -> None:
    """Print p50 of the draft against a same-sized and an empty answer, asked in turn."""
    paths = ("/api/draft", "/api/bench/same-size", "/api/bench/empty")
    ask = _asker(port)
    times: dict[str, list[float]] = {p: [] for p in paths}
    sizes: dict[str, int] = {}
    for i in range(ROUNDS + 20):
        for path in paths:
            took, sizes[path] = ask(path, i)
            if i >= 20:
                times[path].append(took)
    p50 = {p: statistics.median(t) for p, t in times.items()}
    for path in paths:
        p95 = statistics.quantiles(times[path], n=20)[-1]
        print(f"  {path:24} p50 {p50[path] * 1e3:6.2f} ms   p95 {p95 * 1e3:6.2f} ms   {sizes[path]:6} bytes")
    print(f"  draft / same-sized answer, p50: {p50[paths[0]] / p50[paths[1]]:.2f}   (aim 1.3 or less)")
    print(f"  draft / empty answer, p50:      {p50[paths[0]] / p50[paths[2]]:.2f}   (for information)")


def _first_page(dist: Path) -> int:
    """Return the gzipped bytes of a built index.html with the scripts and styles that it names."""
    page = (dist / "index.html").read_text()
    named = re.findall(r'(?:src|href)="(/?(?:\./)?assets/[^"]+\.(?:js|css))"', page)
    files = [dist / "index.html", *(dist / n.lstrip("./") for n in named)]
    return sum(len(gzip.compress(f.read_bytes())) for f in files)


def page_ratio() -> None:
    """Print the gzipped first page against the bare one."""
    run("npx", "vite", "build", "--config", "bench/vite.config.ts", cwd=FRONTEND, env=node())
    ours, bare = _first_page(FRONTEND / "dist"), _first_page(FRONTEND / "node_modules" / ".bare")
    print(
        f"  first page {ours / 1000:.1f} kB, bare themed Vuetify {bare / 1000:.1f} kB, gzipped, fonts apart"
    )
    print(f"  first page / bare page: {ours / bare:.2f}   (aim 1.5 or less)")


_WATCH = """(at) => {
    window.took = []
    let pressed = 0
    addEventListener('keydown', () => { pressed = performance.now() }, true)
    const number = document.querySelector(`[data-sum='${at}']`)
    new MutationObserver(() => requestAnimationFrame(() => {
        if (pressed) took.push(performance.now() - pressed)
        pressed = 0
    })).observe(number, { subtree: true, characterData: true, childList: true })
}"""


def key_to_number(port: int) -> None:
    """Print how long a key takes to become a new cut size on the screen."""
    arguments = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=chromium(), args=arguments)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{port}")
        page.click("[data-plan='March folder tote'] a")
        page.wait_for_selector("[data-piece]")
        page.focus("[data-path='size.width']")
        page.evaluate(_WATCH, "outer panel/width")
        for i in range(PRESSES):
            before = page.evaluate("took.length")
            page.keyboard.press("ArrowUp" if i % 2 else "ArrowDown")
            while page.evaluate("took.length") == before:
                page.wait_for_timeout(2)
        took = page.evaluate("took")
        browser.close()
    p95 = statistics.quantiles(took, n=20)[-1]
    print(f"  key to new number on screen: p50 {statistics.median(took):.0f} ms, p95 {p95:.0f} ms")


def extras_ratio() -> None:
    """Print how a bag with 8 pairs of straps, the most there may be, compares with one, drafted and shown."""
    times: dict[int, list[float]] = {1: [], 8: []}
    for i in range(25):
        for count in times:
            straps = [{"drop": 260 + k, "from_side": 60 + i % 7} for k in range(count)]
            given = Spec.model_validate({**spec(i), "carry": straps})
            start = perf_counter()
            _DRAFTED.dump_json(present(drafted(given), given, given.unit))
            if i >= 5:
                times[count].append(perf_counter() - start)
    p50 = {count: statistics.median(took) for count, took in times.items()}
    print(f"  1 pair {p50[1] * 1e3:.1f} ms, 8 pairs {p50[8] * 1e3:.1f} ms")
    print(f"  t8 / t1, p50: {p50[8] / p50[1]:.1f}   (aim 8 or less)")


def sewing_ratio() -> None:
    """Sewing a bag in the simulator against drafting it, turn about: a tote, a gusset, a sack, a pouch."""
    bags: list[dict[str, Any]] = [
        {"unit": "mm", "size": {"width": 340, "height": 280, "depth": 120}},
        {"unit": "mm", "size": {"width": 340, "height": 280, "depth": 120}, "base": {"kind": "gusset"}},
        {
            "preset": "sack",
            "unit": "mm",
            "size": {"diameter": 180, "height": 260},
            "base": {"kind": "circle"},
        },
        {"preset": "pouch", "unit": "mm", "size": {"width": 220, "height": 140}, "base": {"kind": "seamed"}},
    ]
    resolved = [resolve(Spec.model_validate(bag), GRAMMAR, shipped()) for bag in bags]
    drafting, telling, sewing = [], [], []
    for _ in range(40):
        for bag in resolved:
            begun = perf_counter()
            made = draft(bag)
            middle = perf_counter()
            steps = steps_of(made.bag, made.form, [mark for piece in made.pieces for mark in piece.marks])
            told = perf_counter()
            carried_out(made.plan, steps)
            drafting.append(middle - begun)
            telling.append(told - middle)
            sewing.append(perf_counter() - told)
    one, words, other = (statistics.median(took) for took in (drafting, telling, sewing))
    print(f"  drafting {one * 1e3:.1f} ms, its steps {words * 1e3:.1f} ms, sewing them {other * 1e3:.1f} ms")
    print(f"  sewing / drafting, p50: {other / one:.2f}   (aim 1 or less)")


def tiles_ratio() -> None:
    """Opening a phrase of a laden gusset tote, until its tiles are there, against drafting and showing it."""
    bag: dict[str, Any] = {
        "unit": "mm",
        "size": {"width": 340, "height": 280, "depth": 120},
        "base": {"kind": "gusset", "insert": "stiff"},
        "carry": [{"make": "tube"}, {"make": "four_fold"}],
        "cloth": {"doubled": "doubled"},
    }
    given = Spec.model_validate(bag)
    shown = present(drafted(given), given, "mm")
    phrases = list(dict.fromkeys(token.phrase for token in shown.sentence if token.phrase))
    drafts, opened = [], {phrase: [] for phrase in phrases}  # type: ignore[var-annotated]
    counts = {}
    for _ in range(12):
        begun = perf_counter()
        present(drafted(given), given, "mm")
        drafts.append(perf_counter() - begun)
        for phrase in phrases:
            begun = perf_counter()
            found = tiles(given, phrase, "mm", GRAMMAR, shipped(), named=True)
            opened[phrase].append(perf_counter() - begun)
            counts[phrase] = sum(len(group.tiles) for group in found.groups)
    one = statistics.median(drafts)
    for phrase in phrases:
        took, tens = statistics.median(opened[phrase]) / one, max(1.0, counts[phrase] / 10)
        print(f"  {phrase}: {counts[phrase]} tiles, {took:.1f} drafts, {took / tens:.2f} per ten")
    print("  (aim 1.5 or less per ten tiles)")


def shelf_ratio(folder: Path) -> None:
    """Print how a shelf of 10,000 plans lists and opens against one of 10, asked in turn."""
    plans: dict[int, Plans] = {}
    kept = saved_from(Spec.model_validate(spec(0)))
    for count in (10, 10_000):
        database = open_database(folder / f"shelf-{count}.sqlite")
        plans[count] = Plans(database)
        first = plans[count].begin("Plan 0", kept)
        with database.session.begin() as session:
            row = session.get_one(PlanRow, first.id)
            copied = {
                c.key: getattr(row, c.key) for c in PlanRow.__table__.columns if c.key not in ("id", "name")
            }
            head = session.get_one(RevisionRow, (first.id, 1))
            same = {c.key: getattr(head, c.key) for c in RevisionRow.__table__.columns if c.key != "plan_id"}
            names = [(f"{i:032x}", f"Plan {i}") for i in range(1, count)]
            session.execute(insert(PlanRow), [{"id": id, "name": name, **copied} for id, name in names])
            session.execute(insert(RevisionRow), [{"plan_id": id, **same} for id, _ in names])
    for name, ask in (
        ("list", lambda p, i: p.list(limit=10)),
        ("open", lambda p, i: p.revision(f"{1 + i % 9:032x}")),
    ):
        times: dict[int, list[float]] = {count: [] for count in plans}
        for i in range(120):
            for count, kept_plans in plans.items():
                start = perf_counter()
                ask(kept_plans, i)
                if i >= 20:
                    times[count].append(perf_counter() - start)
        p50 = {count: statistics.median(took) for count, took in times.items()}
        told = ", ".join(f"{count:,} plans {ms * 1e3:.2f} ms" for count, ms in p50.items())
        print(f"  {name}: {told}; ratio {p50[10_000] / p50[10]:.2f}   (aim 2 or less)")


def main() -> int:
    """Measure everything once."""
    with tempfile.TemporaryDirectory() as folder:
        app = make_app(Path(folder) / "bench.sqlite", FRONTEND / "dist")
        lay_out(app.state.desk.plans)
        with Served(with_references(app)) as port:
            print("Draft:")
            draft_ratio(port)
            print("Screen:")
            key_to_number(port)
        print("Extras:")
        extras_ratio()
        print("Tiles:")
        tiles_ratio()
        print("Sewing:")
        sewing_ratio()
        print("Shelf:")
        shelf_ratio(Path(folder))
    print("Size:")
    page_ratio()
    return 0


if __name__ == "__main__":
    sys.path.insert(0, str(ROOT / "tools"))
    raise SystemExit(main())
