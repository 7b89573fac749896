"""
Change the core in one place at a time, and see whether its tests notice.

Each change is an operator, a comparison, a condition or a number that is neither a range nor a stroke of a
picture. A copy of the sources is changed, never the working tree. Survivors are printed. ``--without``
leaves files of tests out, to see what the others notice by themselves.

    python tools/mutate.py [--count 200] [--seed 12] [--without frozen] [--only FILE:LINE:COLUMN ...]
"""

import argparse
import ast
import os
import queue
import random
import shutil
import subprocess
import sys
import tempfile
import threading
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
CORE = Path("src/ambitus/core")
#: pictures, and the little sections of seams: nothing a maker cuts by
PICTURES = ("drawing", "sections.py", "section.py")
#: ranges of a field, and which way a word is said
NOT_NUMBERS = {"low", "high", "times"}
#: under this a number is a tolerance
TOLERANCE = 1e-3
#: the quickest to notice first; faults planted on purpose say nothing of the core as it is
FIRST = (
    "by_hand",
    "frozen",
    "edges",
    "lining",
    "zips",
    "drawstrings",
    "bases",
    "reading",
    "volume",
    "lengths",
    "checks",
    "oracle",
    "remedies",
)
LEFT_OUT = ("test_planted_faults.py", "test_rooms.py", "test_toy_variant.py")

OPERATORS: dict[type[ast.AST], str] = {ast.Add: "-", ast.Sub: "+", ast.Mult: "/", ast.Div: "*"}
COMPARED: dict[type[ast.AST], str] = {
    ast.Lt: ">=",
    ast.LtE: ">",
    ast.Gt: "<=",
    ast.GtE: "<",
    ast.Eq: "!=",
    ast.NotEq: "==",
    ast.In: "not in",
    ast.NotIn: "in",
    ast.Is: "is not",
    ast.IsNot: "is",
}


@dataclass(frozen=True)
class Change:
    """One place of one file, and what is put there instead."""

    path: Path
    line: int
    column: int
    before: str
    after: str
    source: str

    @property
    def at(self) -> str:
        """Where it is, as --only takes it."""
        return f"{self.path.relative_to(CORE)}:{self.line}:{self.column}"


def _segment(source: str, node: ast.AST) -> str:
    return ast.get_source_segment(source, node) or ""


def _put(source: str, node: ast.expr, text: str) -> str:
    lines = source.splitlines(keepends=True)
    starts = [0]
    for line in lines:
        starts.append(starts[-1] + len(line.encode()))
    data = source.encode()
    assert node.end_lineno is not None
    assert node.end_col_offset is not None
    low = starts[node.lineno - 1] + node.col_offset
    high = starts[node.end_lineno - 1] + node.end_col_offset
    return (data[:low] + text.encode() + data[high:]).decode()


def _other(source: str, node: ast.expr) -> Iterator[str]:
    """Yield what may stand instead of an expression."""
    if isinstance(node, ast.BinOp) and type(node.op) in OPERATORS:
        if isinstance(node.left, ast.Constant) and isinstance(node.left.value, str):
            return
        sides = f"({_segment(source, node.left)})", f"({_segment(source, node.right)})"
        yield OPERATORS[type(node.op)].join(sides)
    elif isinstance(node, ast.Compare) and len(node.ops) == 1 and type(node.ops[0]) in COMPARED:
        left, right = _segment(source, node.left), _segment(source, node.comparators[0])
        yield f"(({left}) {COMPARED[type(node.ops[0])]} ({right}))"
    elif isinstance(node, ast.BoolOp):
        word = " or " if isinstance(node.op, ast.And) else " and "
        yield f"({word.join(f'({_segment(source, value)})' for value in node.values)})"
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        yield f"bool({_segment(source, node.operand)})"
    elif isinstance(node, ast.Constant) and type(node.value) in (int, float):
        if 0 < node.value < TOLERANCE:
            return
        yield f"({node.value} + 1)"


def _expressions(tree: ast.AST) -> Iterator[ast.expr]:
    """Yield every expression that is computed: no annotation, no range, no decorator's words."""
    left_out: set[int] = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.keyword) and node.arg in NOT_NUMBERS:
            left_out |= {id(n) for n in ast.walk(node)}
        for field in ("annotation", "returns"):
            words = getattr(node, field, None)
            if isinstance(words, ast.AST):
                left_out |= {id(n) for n in ast.walk(words)}
        if isinstance(node, ast.JoinedStr | ast.Subscript):
            inside = node if isinstance(node, ast.JoinedStr) else node.slice
            left_out |= {id(n) for n in ast.walk(inside) if isinstance(n, ast.Constant | ast.BinOp)}
    for node in ast.walk(tree):
        if isinstance(node, ast.expr) and id(node) not in left_out:
            yield node


def changes() -> list[Change]:
    """Return every change that can be made to the core, in the order of its files."""
    out = []
    for path in sorted((ROOT / CORE).rglob("*.py")):
        if any(part in PICTURES for part in path.parts):
            continue
        source = path.read_text(encoding="utf-8")
        for node in _expressions(ast.parse(source)):
            for text in _other(source, node):
                made = _put(source, node, text)
                try:
                    ast.parse(made)
                except SyntaxError:
                    continue
                where = path.relative_to(ROOT)
                out.append(Change(where, node.lineno, node.col_offset, _segment(source, node), text, made))
    return out


def files_of_tests(without: Sequence[str]) -> list[str]:
    """Return the files of the core's tests, those first that notice most in the least time."""
    out = {*LEFT_OUT, *(f"test_{name}.py" for name in without)}
    files = [p for p in sorted((ROOT / "tests" / "core").glob("test_*.py")) if p.name not in out]
    ranks = {f"test_{name}.py": n for n, name in enumerate(FIRST)}
    return [str(p.relative_to(ROOT)) for p in sorted(files, key=lambda p: ranks.get(p.name, len(ranks)))]


def failure(copy: Path, files: Sequence[str]) -> str:
    """Return what these files of tests say where they fail on the copy at *copy*, or do not end."""
    env = {**os.environ, "PYTHONPATH": f"{copy / 'src'}:{copy / 'tests'}", "PYTHONDONTWRITEBYTECODE": "1"}
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", *files]
    try:
        done = subprocess.run(command, cwd=copy, env=env, capture_output=True, text=True, timeout=1800)
    except subprocess.TimeoutExpired:
        return "They do not end."
    return done.stdout[-3000:] + done.stderr[-1000:] if done.returncode else ""


def caught(change: Change, copy: Path, files: Sequence[str]) -> bool:
    """Return whether the tests fail on the copy at *copy* with this change made in it."""
    at = copy / change.path
    kept = at.read_text(encoding="utf-8")
    at.write_text(change.source, encoding="utf-8")
    try:
        return bool(failure(copy, files))
    finally:
        at.write_text(kept, encoding="utf-8")


def main() -> int:
    """Make the changes, print what survives and what share is caught."""
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--count", type=int, default=200)
    asked.add_argument("--seed", type=int, default=12)
    asked.add_argument("--only", nargs="*", help="these places, as a survivor is printed")
    asked.add_argument(
        "--without", nargs="*", default=(), help="files of tests, as frozen for test_frozen.py"
    )
    asked.add_argument("--least", type=float, default=0.9, help="the share that has to be caught")
    asked.add_argument("--workers", type=int, default=os.cpu_count() or 1)
    given = asked.parse_args()
    every = changes()
    files = files_of_tests(given.without)
    some = random.Random(given.seed).sample(every, given.count)
    if given.only:
        some = [c for c in every if c.at in given.only]
    print(f"{len(some)} of {len(every)} changes, seed {given.seed}", flush=True)
    todo: queue.SimpleQueue[Change] = queue.SimpleQueue()
    for change in some:
        todo.put(change)
    survivors: list[Change] = []

    def work(copy: Path) -> None:
        while not todo.empty():
            change = todo.get()
            if todo.qsize() % 20 == 0:
                print(f"{len(some) - todo.qsize()} begun", flush=True)
            if not caught(change, copy, files):
                survivors.append(change)
                print(f"survives  {change.at}  {change.before}  →  {change.after}", flush=True)

    with tempfile.TemporaryDirectory() as folder:
        copies = [Path(folder) / str(n) for n in range(given.workers)]
        for copy in copies:
            copy.mkdir()
            shutil.copy(ROOT / "pyproject.toml", copy)
            for name in ("src", "tests"):
                shutil.copytree(ROOT / name, copy / name)
        if said := failure(copies[0], files):
            print(f"{said}\nThe tests fail on the core as it is: nothing can be said of changes to it.")
            return 2
        hands = [threading.Thread(target=work, args=(copy,)) for copy in copies]
        for hand in hands:
            hand.start()
        for hand in hands:
            hand.join()
    share = 1 - len(survivors) / len(some)
    print(f"caught {len(some) - len(survivors)} of {len(some)}: {share:.0%}")
    return 0 if share >= given.least else 1


if __name__ == "__main__":
    raise SystemExit(main())
