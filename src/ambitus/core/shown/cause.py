"""What an edit did, in words, for the list of revisions."""

from collections.abc import Mapping

from ambitus.core.grammar.extra.fields import AGAIN, FIRST, OFF
from ambitus.core.shown.models import FieldShown
from ambitus.core.spec.edit import Edit, MovedEdit, PickedEdit, SilencedEdit

#: an outline is too long to be said
_LONGEST_SAID = 60


def cause_of(edit: Edit, was: str, fields: Mapping[str, FieldShown], titles: Mapping[str, str]) -> str:
    """
    Return what *edit* did to a bag that now has these *fields*; *was* is what its field read before, and
    *titles* are those of the checks, by id.

    >>> cause_of(PickedEdit(path="seams.side", value="french"), "", {}, {})
    'side seam: french'
    """
    if isinstance(edit, SilencedEdit):
        said = "Silenced" if edit.reason else "Heard again"
        return f"{said}: {titles.get(edit.check, edit.check)}"
    if isinstance(edit, MovedEdit):
        return "moved on its piece"
    if after := fields.get(edit.path):
        return f"{after.label} {was} → {after.shown}"
    if not isinstance(edit, PickedEdit):
        return edit.path
    root, _, rest = edit.path.partition(".")
    if root == "extras" and (rest == "more" or rest.isdecimal()):
        ways = {OFF: "taken off", AGAIN: "one more like it", FIRST: "put first"}
        return ways.get(str(edit.value), f"with: {_said(edit.value)}")
    # of a seam of its own kind the class is said too
    what = f"{rest} seam" if root == "seams" and rest != "kind" else edit.path.rpartition(".")[2]
    value = _said(edit.value)
    return f"{root if what == 'kind' else what.replace('_', ' ')}: {value}"


def _said(value: str | float | None) -> str:
    if value is None:
        return "as the others"
    text = str(value) if isinstance(value, str) else f"{value:g}"
    return text.replace("_", " ") if len(text) <= _LONGEST_SAID else "imported"
