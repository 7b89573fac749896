"""
What somebody might send who means harm, or whose program is broken: requests, by a seed.

Sound requests of every kind are the start. One of them is taken, and what it holds is changed in a few
places: numbers that are none, texts that are no text, nesting, size, other kinds of things altogether.
"""

import json
import random
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from ambitus.core.shown.sheet import sheet
from ambitus.files.cut_list_csv import cut_list_csv
from bags import drafted
from core.frozen_bags import BAGS

#: words that stand for what JSON itself cannot be made to hold
_RAW = {
    "@nan": "NaN",
    "@inf": "-Infinity",
    "@huge": "1e999",
    "@digits": "9" * 400,
    "@longer": "9" * 5000,
    "@half": '"\\ud800"',
    "@deep": "[" * 3000 + "]" * 3000,
    "@objects": '{"a":' * 200 + "1" + "}" * 200,
}
_TEXTS = (
    *("", " ", "²", "١٢", "½", "1/0", "-5 cm", "1e5", "12 in (31 cm)", "13 3/8 in", "foot edge", "inch"),
    *("\u202e", "😀", "<b>", "'; DROP TABLE plans", "=1+1", "a.b", "..", "\x00", "\r\n", "0" * 70),
    *("x" * 5000, "M" + "0,0 " * 3000, "0,0 1,1", "nan,nan 1,inf 2,2", "é" * 300, "tote", "\ufeff{}"),
)
_NUMBERS = (0, -1, -0.0, -50, 1e-12, 1e9, 1e14, 2**31, 2**53, 3.7, 0.1 + 0.2, 999_999_999_999, 1, 25.4)
_OTHERS = (None, True, [], {}, [[]], [None] * 300, {"": ""}, {"kind": {"kind": "kind"}}, ["@deep"])


@dataclass(frozen=True, slots=True)
class Asked:
    """One request as it is sent."""

    method: str
    path: str
    body: bytes | None
    kind: str = "application/json"

    def __str__(self) -> str:
        return f"{self.method} {self.path[:200]} {(self.body or b'')[:3000]!r}"


@lru_cache(maxsize=1)
def _bags() -> list[dict[str, Any]]:
    bags = [bag["spec"] for bag in json.loads(BAGS.read_text())]
    # a drafted body, a list and a sheet of each of a few
    return bags[::10]


@lru_cache(maxsize=1)
def _lists() -> list[dict[str, Any]]:
    return [drafted(spec).cut_list.model_dump() for spec in _bags()]


@lru_cache(maxsize=1)
def _tables() -> list[str]:
    out = []
    for spec in _bags():
        made = drafted(spec)
        out.append(cut_list_csv(sheet(made, made.bag.unit), made.cut_list))
    return out


def _sound(maker: random.Random, plan: str) -> tuple[str, str, Any]:
    """Return a request that means well."""
    spec, other = maker.choice(_bags()), maker.choice(_bags())
    edit = maker.choice(
        [
            {"kind": "typed", "path": "size.height", "text": "31,5 cm"},
            {"kind": "stepped", "path": "size.width", "steps": 2},
            {"kind": "picked", "path": "base.kind", "value": "folded"},
            {"kind": "picked", "path": "top.kind", "value": "zip_top"},
            {"kind": "silenced", "check": "thread", "reason": "known"},
        ]
    )
    save = {"spec": spec, "base_revision": 1, "edit_id": f"{maker.random()}", "cause": "Width"}
    file = maker.choice(
        [
            json.dumps(spec),
            json.dumps({"ambitus": "plan", "version": 1, "name": "A", "spec": spec}),
            json.dumps(maker.choice(_lists())),
            maker.choice(_tables()),
        ]
    )
    return maker.choice(
        [
            ("POST", "/api/draft", {"spec": spec, "edits": [edit], "unit": "cm", "remedies": False}),
            ("POST", "/api/draft", {"spec": spec, "edits": [edit, edit], "remedies": False}),
            ("POST", "/api/closing", {"spec": spec}),
            ("POST", "/api/volumes", {"spec": spec, "asked": "12 l", "ratio": "1.5", "unit": "mm"}),
            ("POST", "/api/compare", {"before": spec, "after": other, "unit": "in"}),
            ("POST", "/api/read", maker.choice(_lists())),
            ("POST", "/api/plans", {"name": "A", "preset": "tote", "way": "", "spec": spec}),
            ("POST", "/api/plans", {"preset": "sack"}),
            ("PUT", f"/api/plans/{plan}/spec", save),
            ("POST", f"/api/plans/{plan}/set-aside", save),
            ("PUT", f"/api/plans/{plan}/name", {"name": "B"}),
            (
                "POST",
                "/api/plans/from-file",
                {"text": file, "keep_right": maker.random() < 0.5, "unit": "mm"},
            ),
            ("PUT", "/api/usual", {"unit": "cm", "step": 2.0, "general": "12 mm", "foot_edge": "7 mm"}),
            ("PUT", "/api/usual", {"unit": "in", "allowances": {"side": "1/2 in"}, "paper": "A4"}),
        ]
    )


def _places(data: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    yield path
    if isinstance(data, dict):
        for key in data:
            yield from _places(data[key], (*path, key))
    elif isinstance(data, list):
        for i in range(len(data)):
            yield from _places(data[i], (*path, i))


def _at(data: Any, path: tuple[Any, ...]) -> Any:
    for part in path:
        data = data[part]
    return data


def _bad(maker: random.Random, data: Any, places: list[tuple[Any, ...]]) -> Any:
    which = maker.random()
    if which < 0.35:
        return maker.choice(_TEXTS)
    if which < 0.65:
        return maker.choice(_NUMBERS)
    if which < 0.8:
        return maker.choice(tuple(_RAW))
    if which < 0.9:
        # a copy: what is put in may be changed in its turn
        return json.loads(json.dumps(maker.choice(_OTHERS)))
    return json.loads(json.dumps(_at(data, maker.choice(places))))


def mutated(maker: random.Random, data: Any) -> Any:
    """Return plain *data* with one to three things in it made wrong."""
    data = json.loads(json.dumps(data))
    for _ in range(maker.choice((1, 1, 2, 3))):
        places = list(_places(data))
        path = maker.choice(places)
        if not path:
            if maker.random() < 0.1:
                return _bad(maker, data, places)
            continue
        parent, what = _at(data, path[:-1]), maker.random()
        if what < 0.15:
            parent.pop(path[-1])
        elif what < 0.25 and isinstance(parent, dict):
            parent[maker.choice(("kind", "colour", "a.b", "", "\u0000", "width", "x" * 3000))] = 1
        elif what < 0.3 and isinstance(parent, list):
            parent.extend(parent * maker.choice((1, 10, 200)))
        else:
            parent[path[-1]] = _bad(maker, data, places)
    return data


def written(data: Any) -> str:
    """Return *data* as JSON, with what JSON cannot hold where its word stands."""
    text = json.dumps(data)
    for word, raw in _RAW.items():
        text = text.replace(f'"{word}"', raw)
    return text


def _table(maker: random.Random) -> str:
    """Return a cut list in CSV with cells, headings or lines of it made wrong."""
    lines = maker.choice(_tables()).split("\r\n")
    for _ in range(maker.choice((1, 2, 4))):
        at = maker.randrange(len(lines))
        cells = lines[at].split(",")
        cells[maker.randrange(len(cells))] = str(
            maker.choice((*_TEXTS, *_NUMBERS, "nan", "inf", '"', "(" * 500))
        )
        lines[at] = ",".join(cells)
    ends = maker.choice(("\r\n", "\n", "\r", "\r\n"))
    times = maker.choice((1, 1, 1, 1, 3, 40))
    return ends.join([*lines, *lines[-8:] * times])


def _bytes(maker: random.Random, text: str) -> bytes:
    raw, which = text.encode(errors="surrogatepass"), maker.random()
    if which < 0.2:
        return raw[: maker.randrange(len(raw) + 1)]
    if which < 0.3:
        return b"\xef\xbb\xbf" + raw
    if which < 0.4:
        return text.encode("utf-16", errors="surrogatepass")
    if which < 0.5:
        at = maker.randrange(len(raw) + 1)
        return raw[:at] + bytes(maker.randrange(256) for _ in range(5)) + raw[at:]
    return raw


def _path(maker: random.Random, plan: str) -> tuple[str, str]:
    odd = maker.choice((plan, plan, "x" * 300, "%00", "..%2f..%2fetc", "%ff%fe", "0", "null", "%f0%9f%98%80"))
    number = maker.choice(("1", "1", "2", "0", "-1", str(2**63), "9" * 400, "²", "1.5", "nan"))
    unit = maker.choice(("", "?unit=in", "?unit=inch", "?unit=%00", "?unit=" + "x" * 500))
    return maker.choice(
        [
            ("GET", f"/api/plans/{odd}"),
            ("GET", f"/api/plans/{odd}/revisions?before={number}"),
            ("GET", f"/api/plans/{odd}/revisions/{number}/sheet{unit}"),
            ("GET", f"/api/plans/{odd}/revisions/{number}/cut-list.csv{unit}"),
            ("GET", f"/api/plans/{odd}/revisions/{number}/plan.json"),
            ("GET", f"/api/plans/{odd}/revisions/{number}/templates.pdf"),
            ("GET", f"/api/plans/{odd}/revisions/{number}/pieces.pdf"),
            ("GET", f"/api/plans/{odd}/revisions/{number}/pages"),
            ("GET", f"/api/plans/{odd}/compare?before={number}&after=1"),
            ("GET", f"/api/plans?limit={number}&offset={number}"),
            ("POST", f"/api/plans/{odd}/revisions/{number}/restore"),
            ("POST", f"/api/plans/{odd}/revisions/{number}/printed"),
            ("POST", f"/api/plans/{odd}/take-back"),
            ("GET", f"/{odd}/{odd}"),
            ("GET", f"/assets/{odd}"),
            ("DELETE", f"/api/plans/{odd}"),
        ]
    )


def _number(maker: random.Random) -> str:
    usual = [str(round(maker.uniform(-300, 300), 2)) for _ in range(6)]
    return maker.choice((*usual, "0", "nan", "inf", "1e999", "1e11", "-1e308", "1e-300", "²", ""))


def svg(maker: random.Random) -> str:
    """Return a drawing that is no drawing, or a great many of them."""

    def n() -> str:
        return _number(maker)

    def path() -> str:
        steps = "".join(
            f"{maker.choice('MLHVCSQTAZmlhvcsqtaz')}{' '.join(n() for _ in range(maker.randrange(8)))}"
            for _ in range(maker.randrange(1, 12))
        )
        return f'<path d="{steps}"/>'

    shapes: list[Callable[[], str]] = [
        lambda: f'<circle cx="{n()}" cy="{n()}" r="{n()}"/>',
        lambda: f'<ellipse cx="{n()}" cy="{n()}" rx="{n()}" ry="{n()}"/>',
        lambda: f'<rect x="{n()}" y="{n()}" width="{n()}" height="{n()}" rx="{n()}"/>',
        lambda: f'<polygon points="{" ".join(n() for _ in range(maker.randrange(30)))}"/>',
        path,
        lambda: f'<g transform="scale({n()}) rotate({n()})" id="g"><use href="#g"/>{path()}</g>',
        lambda: "<g>" * maker.choice((3, 70)) + "</g>",
        lambda: '<path d="' + "".join(f"L{i % 90} {i * 7 % 90} " for i in range(3000)) + 'Z"/>',
    ]
    body = "".join(maker.choice(shapes)() for _ in range(maker.choice((1, 2, 5, 60))))
    size = maker.choice(('width="250mm" height="250mm"', "", f'width="{n()}mm"', 'width="9e9in"'))
    box = maker.choice(('viewBox="0 0 250 250"', f'viewBox="0 0 {n()} {n()}"', ""))
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {box}>{body}</svg>'


def dxf(maker: random.Random) -> str:
    """Return a DXF whose shapes are degenerate, or whose numbers are none."""
    out = ["0", "SECTION", "2", "HEADER", "9", "$INSUNITS", "70", maker.choice("0124569x")]
    out += ["0", "ENDSEC", "0", "SECTION", "2", "ENTITIES"]
    kinds = ("CIRCLE", "ELLIPSE", "ARC", "SPLINE", "LWPOLYLINE", "LINE", "POLYLINE", "INSERT", "HATCH", "X")
    for _ in range(maker.choice((1, 2, 6, 200))):
        out += ["0", maker.choice(kinds), "8", "0"]
        for code in maker.sample((10, 20, 30, 11, 21, 40, 41, 42, 50, 51, 70, 71, 72, 73, 74, 90, 210), 8):
            out += [str(code), str(maker.randrange(5)) if code >= 60 and code < 100 else _number(maker)]
        for _ in range(maker.choice((0, 4, 30))):
            out += ["10", _number(maker), "20", _number(maker)]
    return "\n".join([*out, "0", "ENDSEC", "0", "EOF", ""])


def hostile(maker: random.Random, plan: str) -> Asked:
    """Return one request; *plan* is the id of a plan that there is."""
    which = maker.random()
    if which < 0.08:
        return Asked(*_path(maker, plan), None)
    if which < 0.2:
        drawing, ending = (svg(maker), "svg") if maker.random() < 0.5 else (dxf(maker), "dxf")
        if maker.random() < 0.1:
            drawing = drawing[: maker.randrange(len(drawing))]
        body = {"name": f"a.{ending}", "text": drawing, "unit": maker.choice(("", "mm", "in"))}
        return Asked("POST", "/api/outline", json.dumps(body).encode())
    if which < 0.32:
        text = _table(maker) if maker.random() < 0.7 else written(mutated(maker, maker.choice(_lists())))
        asked = {"text": text, "keep_right": maker.random() < 0.5, "unit": maker.choice(("mm", "in", None))}
        return Asked("POST", "/api/plans/from-file", json.dumps(asked).encode())
    method, path, body = _sound(maker, plan)
    if path.endswith("from-file") and maker.random() < 0.7:
        try:
            body["text"] = written(mutated(maker, json.loads(body["text"])))
        except ValueError:
            body["text"] = body["text"].replace("mm", str(maker.choice(_TEXTS)))
        return Asked(method, path, json.dumps(body).encode())
    text = written(mutated(maker, body))
    raw = _bytes(maker, text) if maker.random() < 0.15 else text.encode()
    return Asked(method, path, raw, maker.choice(("application/json",) * 9 + ("text/plain",)))
