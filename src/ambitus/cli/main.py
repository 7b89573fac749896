"""The ``ambitus`` command: serve and demo, and the core on files."""

import argparse
import gc
import os
from collections.abc import Sequence
from pathlib import Path

from ambitus.files.drawings.units import UNITS


def _port(text: str) -> int:
    """Return a port's number. Raises argparse's own error where there is no such port."""
    if not (text.isascii() and text.isdecimal() and len(text) < 6 and 0 < int(text) < 65536):
        raise argparse.ArgumentTypeError(f"“{text[:20]}” is no port: give a number from 1 to 65535")
    return int(text)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        "ambitus",
        description="Works out every piece of a bag from its finished size.",
        epilog="Exit codes: 0 fine, 1 a stop was found, 2 wrong use, "
        "3 the input cannot be read, 4 no such file, 5 Ambitus itself failed.",
    )
    commands = parser.add_subparsers(dest="command", required=True)
    for name, text in (("serve", "serve the screens"), ("demo", "serve with the sample plans laid out")):
        one = commands.add_parser(name, help=text)
        one.add_argument(
            "--data", type=Path, default=Path("data"), help="folder that keeps the plans (default: data)"
        )
        one.add_argument("--dist", type=Path, default=Path("frontend/dist"), help="built screens")
        one.add_argument("--port", type=_port, default=8340, help="first port to try (default: 8340)")
    for name, what, text in (
        ("draft", "plan", "every piece of a plan, with its sums"),
        ("check", "plan", "what to know before cutting; exit code 1 on a stop"),
        ("steps", "plan", "the work in order"),
        (
            "lay",
            "plan",
            "its pieces on their cloths, how much that is, what is left; exit code 1 without room",
        ),
        ("buy", "plan", "what to buy, with the prices of a made-up shop; exit code 1 if it has not all"),
        ("read", "cutlist", "the bag that a cut list makes"),
        ("diagnose", "cutlist", "why a bag is not as promised; exit code 1 where it does not follow"),
    ):
        one = commands.add_parser(name, help=text)
        kinds = "a JSON or CSV file" if what == "cutlist" else "a JSON file"
        one.add_argument("file", metavar=what.upper(), help=f"{kinds}, or - for standard input")
        one.add_argument("--json", action="store_true", help="all results, as JSON in mm")
        one.add_argument("--unit", choices=("mm", "cm", "in"), help="unit of the table (default: the plan's)")
        if name == "steps":
            one.add_argument(
                "--picture", metavar="FOLDER", type=Path, help="write the picture of every step there, as SVG"
            )
        if name == "lay":
            one.add_argument(
                "--cut",
                choices=("scissors", "strips"),
                default="scissors",
                help="along any line, or in strips",
            )
        if name == "check":
            one.add_argument("--fix", metavar="ID", help="carry out in the file what helps against it")
        if what == "cutlist":
            one.add_argument(
                "--claim",
                metavar="SIZES",
                required=name == "diagnose",
                help="what was promised: 34x28x12cm, or “depth 12 cm, drop 26 cm”",
            )
            one.add_argument(
                "--in", dest="given", choices=("mm", "cm", "in"), help="unit of bare numbers in a CSV"
            )
    for name, text in (
        ("backup", "copy all plans to a new file, also while the product runs"),
        ("restore", "make the plans of a backup the plans here; the old ones are kept beside them"),
    ):
        one = commands.add_parser(name, help=text)
        one.add_argument("file", metavar="BACKUP", type=Path, nargs="?" if name == "restore" else None)
        if name == "restore":
            one.add_argument("--undo", action="store_true", help="bring back what the last restore replaced")
        one.add_argument("--data", type=Path, default=Path("data"), help="folder that keeps the plans")
        one.add_argument("--demo", action="store_true", help="the sample plans instead of your own")
    outline = commands.add_parser("outline", help="the outline of a base from a drawing, for base.outline")
    outline.add_argument("file", metavar="DRAWING", help="an SVG or DXF file")
    outline.add_argument("--in", dest="given", choices=tuple(UNITS), help="unit of a drawing that names none")
    outline.add_argument("--json", action="store_true", help="with its way round and area, as JSON in mm")
    schema = commands.add_parser("schema", help="the JSON Schema of a file")
    schema.add_argument("of", choices=("spec", "cut-list"))
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; return its exit code."""
    # what is loaded stays: looking for garbage in it meanwhile is a sixth of the time that it takes
    gc.disable()
    # it has no plugins of others, and does not look through every package for some
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")
    try:
        return _run(arguments)
    finally:
        gc.enable()


def _run(arguments: Sequence[str] | None) -> int:
    parser = _parser()
    given = parser.parse_args(arguments)
    if given.command == "restore" and bool(given.file) == given.undo:
        parser.error("name the backup to restore, or give --undo and no file")
    # each command loads only what it works with
    if given.command in ("serve", "demo", "backup", "restore"):
        from ambitus.cli.guarded import guarded

        if given.command in ("backup", "restore"):
            from ambitus.cli.keeping import keep_safe

            return guarded(lambda: keep_safe(given))
        from ambitus.cli.serving import serve

        return guarded(lambda: serve(given))
    from ambitus.cli.on_files import on_files

    return on_files(given)


if __name__ == "__main__":
    raise SystemExit(main())
