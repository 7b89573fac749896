"""A zip sewn between front and back of an unlined bag, whose seams enclose or overcast their edges."""

from dataclasses import replace

from ambitus.core.grammar.order import ZIP_TRIMMED_PARAM
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.zip.checks import CHECKS
from ambitus.core.grammar.top.zip.sewn import sewn_to_zip
from ambitus.core.grammar.top.zip.small import SMALL_PARAMS
from ambitus.core.grammar.top.zip.tape import TAPE_PARAMS
from ambitus.core.grammar.top.zip.variant import ZIP

ZIP_UNLINED = replace(
    ZIP,
    checks=CHECKS,
    kind="zip_unlined",
    section=sections.ZIP_UNLINED,
    label="Unlined, a zip across its top",
    help="Turned through the open zip; French seams leave no raw edge inside.",
    layers=("outer",),
    params=(*TAPE_PARAMS, *SMALL_PARAMS, ZIP_TRIMMED_PARAM),
    phrase=top_phrase("unlined"),
    brings={"attach": "on_face", "interfacing": "none", "seams": "french"},
    sewn=sewn_to_zip,
    chosen=tuple(path for path in ZIP.chosen if path != TURNED),
)
