"""A buying list as a table."""

import csv
from io import StringIO

from ambitus.core.shown.buying import Buying


def buying_csv(list_: Buying) -> str:
    """Return *list_* as CSV: kind, amount, what, what for, needed, price, and a note."""
    out = StringIO()
    table = csv.writer(out)
    table.writerow(("kind", "amount", "what", "for", "needed", "price", "note"))
    for row in list_.rows:
        note = row.why or row.stash
        table.writerow((row.kind, row.amount, row.what, row.for_, row.needed, row.price, note))
    table.writerow(("total", "", list_.shop, "", "", list_.total, ""))
    return out.getvalue()
