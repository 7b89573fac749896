"""What was measured, beside what it ought to be."""

from dataclasses import dataclass, field


@dataclass(frozen=True, slots=True)
class Row:
    """One figure: what it is of, the figure and its aim, the least or the most that it ought to be."""

    of: str
    figure: float
    aim: float | None = None
    #: whether more is better
    more: bool = False
    unit: str = "×"
    note: str = ""

    @property
    def short(self) -> bool:
        """Whether it falls short of its aim."""
        return self.aim is not None and (self.figure < self.aim if self.more else self.figure > self.aim)

    def told(self) -> str:
        """Return it as a line: what falls short is marked."""
        aim = "" if self.aim is None else f"{'≥' if self.more else '≤'} {self.aim:g}"
        mark = "  ← short" if self.short else ""
        figure = f"{self.figure:.0f}" if self.unit.startswith(" of") else f"{self.figure:.2f}"
        return f"  {self.of:58} {figure + self.unit:>10}  {aim:8}{self.note}{mark}"


@dataclass(slots=True)
class Table:
    """Rows under headings, printed as they are measured."""

    rows: list[Row] = field(default_factory=list)

    def heading(self, text: str) -> None:
        """Begin a part."""
        print(f"\n{text}", flush=True)

    def add(self, row: Row) -> None:
        """Take a row, and print it."""
        self.rows.append(row)
        print(row.told(), flush=True)

    def close(self) -> None:
        """Say how many fall short."""
        short = sum(row.short for row in self.rows)
        aimed = sum(row.aim is not None for row in self.rows)
        print(f"\n{aimed - short} of {aimed} reach their aim; what falls short is told in docs/speed.md.")
