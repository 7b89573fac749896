"""What pieces are in a bag, and what they come from."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

#: Where a piece comes from: cut of a cloth of the bag, of its interfacing, bought, or made up of others.
Source = Literal["cloth", "interfacing", "bought", "made up"]


@dataclass(frozen=True, slots=True)
class Role:
    """
    What a piece is in a bag: whether it is a panel of a sewn layer, whether it is small and easily forgotten,
    and where it comes from unless it says otherwise. Panels are made up of a ``blank``, and what is put
    ``under`` its cloth first.
    """

    key: str
    panel: bool = False
    small: bool = False
    blank: bool = False
    under: bool = False
    source: Source = "cloth"


ROLES: Mapping[str, Role] = {
    role.key: role
    for role in (
        Role("outer", panel=True),
        Role("lining", panel=True),
        Role("interfacing", source="interfacing"),
        Role("blank", blank=True),
        Role("strip", blank=True),
        Role("wadding", blank=True, under=True, source="interfacing"),
        Role("backing", blank=True, under=True),
        Role("strap"),
        Role("strap core", source="interfacing"),
        Role("insert", source="bought"),
        Role("cord", small=True, source="bought"),
        Role("band", small=True),
        Role("loop", small=True),
        Role("zip", small=True, source="bought"),
        Role("tab", small=True),
        Role("pocket"),
        Role("pocket core", source="interfacing"),
        Role("binding", small=True),
        Role("seam binding", small=True),
        Role("patch", small=True),
        Role("closure", small=True, source="bought"),
        Role("bar", small=True, source="bought"),
    )
}
