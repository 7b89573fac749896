"""What the core takes: a draft, and everything else held against the draft that it is of, turn about."""

import json
import os
import statistics
import subprocess
import sys
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path
from time import process_time
from typing import Any

from same import base_tree

from benched.bags import BAGS, WIDEST, Bag
from benched.table import Row, Table

HERE = Path(__file__).resolve()
ROOT = HERE.parent.parent.parent
ROUNDS, PAIRS, DRAFTS = 8, 6, 5000


def sizes(bag: Bag, count: int) -> Iterator[dict[str, Any]]:
    """Yield *count* specs of a bag, each one step larger: what a held key asks for."""
    from ambitus.core.spec.edit import SteppedEdit
    from ambitus.core.spec.model import Spec
    from ambitus.desk.drafting import edited_by

    spec = Spec.model_validate(bag.spec)
    for _ in range(count):
        spec = edited_by(spec, [SteppedEdit(path=bag.field, steps=1)], spec.unit)
        yield spec.model_dump(mode="json")


def _answers() -> Callable[[dict[str, Any]], bytes]:
    """Return what makes the answer to a key of a spec, in whatever version of the core is at hand."""
    import inspect

    from pydantic import TypeAdapter

    from ambitus.core.draft import draft
    from ambitus.core.grammar.registry import GRAMMAR
    from ambitus.core.shown.models import Drafted
    from ambitus.core.shown.present import present
    from ambitus.core.spec.model import Spec
    from ambitus.core.spec.resolve import resolve
    from ambitus.library import shipped

    adapter = TypeAdapter(Drafted)
    # an older version tells every sum in full
    more = ("",) if "opened" in inspect.signature(present).parameters else ()

    def answer(given: dict[str, Any]) -> bytes:
        spec = Spec.model_validate(given)
        made = draft(resolve(spec, GRAMMAR, shipped()))
        return adapter.dump_json(present(made, spec, spec.unit, *more))

    return answer


def tell_cpu(specs: Path) -> None:
    """Print the CPU of one answer, in seconds, for each list of specs in the file *specs*."""
    answer = _answers()
    out = []
    for every in json.loads(specs.read_text()):
        answer(every[0])
        begun = process_time()
        for spec in every[1:]:
            answer(spec)
        out.append((process_time() - begun) / (len(every) - 1))
    print(json.dumps(out))


def against(commit: str, table: Table) -> None:
    """The CPU of an answer to a key against that of a commit: both in turn, several times."""
    table.heading(f"CPU of the answer to a key, against {commit[:12]} (paired)")
    with tempfile.TemporaryDirectory() as folder:
        tree = base_tree(commit, Path(folder)) / "src"
        specs = Path(folder) / "specs.json"
        specs.write_text(json.dumps([list(sizes(bag, 9)) for bag in BAGS]))
        told: dict[Path, list[list[float]]] = {tree: [], ROOT / "src": []}
        for _ in range(PAIRS):
            for source, took in told.items():
                env = {**os.environ, "PYTHONPATH": os.pathsep.join([str(source), str(HERE.parent.parent)])}
                command = [sys.executable, "-W", "ignore", "-m", "benched.core", str(specs)]
                done = subprocess.run(command, env=env, capture_output=True, text=True, check=True)
                took.append(json.loads(done.stdout))
        for at, bag in enumerate(BAGS):
            pairs = zip(told[ROOT / "src"], told[tree], strict=True)
            table.add(Row(bag.name, statistics.median(now[at] / was[at] for now, was in pairs), 1.0))


def others(table: Table) -> None:
    """Whatever else is asked for of a bag, against its draft."""
    from ambitus.core.grammar.registry import GRAMMAR
    from ambitus.core.lengths import View
    from ambitus.core.shown.by_volume import volumes
    from ambitus.core.shown.closing import closing_shown
    from ambitus.core.shown.compare import compare
    from ambitus.core.shown.laid import laid_shown
    from ambitus.core.shown.tiles import tiles
    from ambitus.core.shown.work import work_shown
    from ambitus.core.spec.model import Spec
    from ambitus.desk.drafting import drafted
    from ambitus.library import shipped

    answer = _answers()
    table.heading("Any other answer, against the draft of its bag")
    for bag in BAGS:
        specs = [Spec.model_validate(s) for s in sizes(bag, ROUNDS + 1)]
        made = [drafted(s) for s in specs]
        asked: dict[str, Callable[[int], object]] = {
            "piece": lambda i, made=made: laid_shown(
                made[i], made[i].pieces[0].key, (880, 560), "mm", wrong_side=False, half=False
            ),
            "steps": lambda i, made=made: work_shown(made[i], View("mm", made[i].bag.unit)),
            "compared": lambda i, made=made: compare(made[i], made[i - 1], "mm"),
        }
        if bag.name.startswith("round"):
            asked["closing"] = lambda i, made=made: closing_shown(made[i], "mm")
            asked["volumes"] = lambda i, made=made: volumes(made[i], "mm", "5 l", "")
        took: dict[str, list[float]] = {name: [] for name in ("draft", *asked)}
        for i in range(1, ROUNDS + 1):
            begun = process_time()
            answer(specs[i].model_dump(mode="json"))
            took["draft"].append(process_time() - begun)
            for name, ask in asked.items():
                begun = process_time()
                ask(i)
                took[name].append(process_time() - begun)
        one = statistics.median(took["draft"])
        for name in asked:
            table.add(Row(f"{bag.name}: {name}", statistics.median(took[name]) / one, 2.0))
        begun = process_time()
        named = tiles(specs[1], WIDEST, "mm", GRAMMAR, shipped(), named=True)
        first = process_time() - begun
        begun = process_time()
        tiles(specs[1], WIDEST, "mm", GRAMMAR, shipped())
        tens = sum(len(group.tiles) for group in named.groups) / 10
        table.add(Row(f"{bag.name}: tiles named, per ten", first / one / tens, 1.5))
        table.add(Row(f"{bag.name}: tiles whole, per ten", (process_time() - begun) / one / tens))


def sewing(table: Table) -> None:
    """Sewing a bag in the simulator, against drafting it."""
    from ambitus.core.draft import draft
    from ambitus.core.grammar.registry import GRAMMAR
    from ambitus.core.spec.model import Spec
    from ambitus.core.spec.resolve import resolve
    from ambitus.core.steps.carried_out import carried_out
    from ambitus.core.steps.work import steps_of
    from ambitus.library import shipped

    table.heading("Sewn by the simulator, against drafting and showing")
    answer = _answers()
    for bag in BAGS:
        resolved = resolve(Spec.model_validate(bag.spec), GRAMMAR, shipped())
        drafting, sewn = [], []
        for _ in range(ROUNDS):
            begun = process_time()
            answer(bag.spec)
            drafting.append(process_time() - begun)
            made = draft(resolved)
            steps = steps_of(made.bag, made.forms, [mark for piece in made.pieces for mark in piece.marks])
            begun = process_time()
            carried_out(made.plan, steps)
            sewn.append(process_time() - begun)
        table.add(Row(bag.name, statistics.median(sewn) / statistics.median(drafting), 1.0))


def memory(table: Table) -> None:
    """How much larger the process is after thousands of drafts, none of them alike."""
    import resource

    from ambitus.core.spec.edit import SteppedEdit
    from ambitus.core.spec.model import Spec
    from ambitus.desk.drafting import drafted, edited_by

    def now() -> float:
        # what lies in memory now, and not the most that ever did
        pages = int(Path("/proc/self/statm").read_text().split()[1])
        return pages * resource.getpagesize() / 1e6

    table.heading(f"Memory after {DRAFTS:,} drafts")
    spec = Spec.model_validate(BAGS[0].spec)
    for i in range(DRAFTS):
        way = 1 if i % 600 < 300 else -1
        spec = edited_by(spec, [SteppedEdit(path=("size.width", "size.height")[i % 2], steps=way)], "mm")
        drafted(spec)
        if i == 500:
            before = now()
    table.add(Row("grown since the first 500", now() - before, 40.0, unit=" MB"))


if __name__ == "__main__":
    tell_cpu(Path(sys.argv[1]))
