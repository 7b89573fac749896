"""Sample plans and the stash of an invented village band. Laid out once; then they are the user's."""

from ambitus.core.spec.model import Spec
from ambitus.core.stash.things import Thing
from ambitus.desk.drafting import saved_from
from ambitus.store import Plans, Stash

DEMO: tuple[tuple[str, dict[str, object]], ...] = (
    (
        "March folder tote",
        {
            "unit": "cm",
            "size": {"width": 340, "height": 280, "depth": 120},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "carry": [{"width": 28, "drop": 260, "from_side": 165}],
        },
    ),
    (
        "Conductor’s folder tote",
        {
            "unit": "cm",
            "size": {"width": 360, "height": 300, "depth": 110},
            "base": {"kind": "boxed_after"},
            "top": {"kind": "bound"},
            "cloth": {"outer": "denim", "lining": "quilting_cotton"},
            "allowances": {"binding": 8},
            "carry": [{"make": "webbing", "width": 30, "drop": 270, "place": "gap", "gap": 200}],
            "extras": [
                {
                    "kind": "slip",
                    "on": "lining",
                    "height": 170,
                    "from_top": 95,
                    "divided": "at",
                    "divided_at": 120,
                },
                {"kind": "magnetic_snap", "from_top": 45},
                {
                    "kind": "patch",
                    "width": 130,
                    "height": 150,
                    "from_top": 90,
                    "flap": "flap",
                    "fall": 55,
                    "flap_closes": "button",
                },
            ],
        },
    ),
    (
        "Bandstand quilt tote",
        {
            "unit": "mm",
            "size": {"width": 360, "height": 310, "depth": 110},
            "cloth": {
                "outer": "quilting_cotton",
                "contrast": "calico",
                "lining": "quilting_cotton",
                "made": "strips",
                "strip": 75,
                "strips_of": "alternate",
            },
            "interfacing": {"kind": "quilted", "rows_apart": 30},
            "allowances": {"general": 10},
            "carry": [{"make": "webbing", "width": 30, "drop": 240, "held": "shoulder"}],
            "extras": [{"kind": "zip_across", "on": "lining", "width": 200, "height": 150, "from_top": 80}],
        },
    ),
    (
        "Jubilee banner tote",
        {
            "unit": "cm",
            "size": {"width": 340, "height": 360, "depth": 90},
            "cloth": {
                "outer": "linen",
                "contrast": "denim",
                "lining": "calico",
                "print": "one_way",
                "once": "once",
                "made": "widened",
                "print_wide": 260,
            },
            "carry": [
                {"make": "webbing", "attach": "to_base", "width": 30, "drop": 250, "place": "gap", "gap": 130}
            ],
        },
    ),
    (
        "Librarian’s score carrier",
        {
            "unit": "mm",
            "size": {"width": 395, "height": 330, "depth": 75},
            "cloth": {"outer": "denim", "lining": "calico"},
            "interfacing": {"kind": "full", "material": "fusible_light"},
            "allowances": {"general": 12, "corner": 10},
            "carry": [{"width": 32, "drop": 245, "held": "shoulder", "place": "gap", "gap": 140}],
        },
    ),
    (
        "Cornet bench tote",
        {
            "unit": "in",
            "size": {"width": "13 3/8 in", "height": "11 in", "depth": "4 3/4 in"},
            "cloth": {"outer": "linen", "lining": "quilting_cotton"},
            "allowances": {"general": "1/2 in"},
            "carry": [{"width": "1 1/8 in", "measure": "length", "length": "24 in", "from_side": "6 1/2 in"}],
        },
    ),
    (
        "Programme bag",
        {
            "unit": "cm",
            "size": {"width": 300, "height": 360},
            "base": {"kind": "folded"},
            "top": {"kind": "double_hem"},
            "cloth": {"outer": "linen"},
            "seams": {"kind": "french"},
            "carry": [{"width": 30, "drop": 280, "place": "gap", "gap": 120}],
        },
    ),
    (
        "Glockenspiel carrier",
        {
            "unit": "mm",
            "size": {"width": 420, "height": 310, "depth": 140},
            "base": {"kind": "boxed_pinched"},
            "top": {"kind": "pressed_edges", "ease": "shorter", "ease_by": 4},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "allowances": {"general": 12},
            "carry": [{"make": "edges_turned", "width": 32, "drop": 250, "from_side": 190}],
        },
    ),
    (
        "Drumstick tote",
        {
            "unit": "cm",
            "size": {"width": 320, "height": 400, "depth": 90},
            "base": {"kind": "folded_in", "cut_as": "folded"},
            "top": {"kind": "overlocked_hem", "hem": 30, "sliver": 4},
            "cloth": {"outer": "canvas", "print": "one_way"},
            "seams": {"kind": "overlocked_first", "sliver": 4},
            "carry": [{"make": "tube", "attach": "on_hem", "width": 28, "drop": 260, "from_side": 150}],
            "silenced": {"print-upside-down": "The back hangs against the wall; nobody sees it."},
        },
    ),
    (
        "Euphonium folder tote",
        {
            "unit": "cm",
            "size": {"width": 330, "height": 300, "depth": 110},
            "base": {"kind": "gusset", "radius": 60},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "carry": [
                {"width": 30, "drop": 160, "place": "gap", "gap": 130},
                {"attach": "at_sides", "width": 36, "drop": 480, "held": "shoulder"},
            ],
        },
    ),
    (
        "Baritone book tote",
        {
            "unit": "cm",
            "size": {"width": 360, "height": 330, "depth": 120},
            "cloth": {
                "outer": "linen",
                "lining": "calico",
                "bottom": "contrast",
                "bottom_height": 90,
                "contrast": "denim",
            },
            "top": {"facing": "faced"},
            "carry": [{"width": 30, "drop": 250, "from_side": 170}],
        },
    ),
    (
        "Mute bucket",
        {
            "unit": "cm",
            "size": {"diameter": 190, "height": 240},
            "base": {"kind": "circle"},
            "cloth": {"outer": "denim", "lining": "calico"},
            "carry": [{"make": "webbing", "width": 25, "drop": 150, "place": "gap", "gap": 120}],
        },
    ),
    (
        "Bell-cover carrier",
        {
            "unit": "mm",
            "size": {"length": 320, "breadth": 160, "height": 260},
            "base": {"kind": "ellipse", "panels": "two"},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "carry": [{"width": 30, "drop": 240, "place": "gap", "gap": 130}],
        },
    ),
    (
        "Music-stand bag",
        {
            "unit": "cm",
            "size": {"width": 480, "height": 430},
            "base": {"kind": "seamed"},
            "top": {"kind": "on_bars", "bar_long": 280, "slit": 110},
            "cloth": {"outer": "linen"},
            "carry": [],
        },
    ),
    (
        "Mute sack",
        {
            "preset": "sack",
            "unit": "mm",
            "size": {"diameter": 190, "height": 260},
            "top": {"cord": "ribbon", "channel": 18},
            "cloth": {"outer": "quilting_cotton"},
            "carry": [],
        },
    ),
    (
        "Raffle bag, lined",
        {
            "preset": "sack",
            "unit": "in",
            "size": {"width": "7 in", "height": "6 in", "depth": "3 in"},
            "base": {"kind": "boxed"},
            "top": {"kind": "stitched_channel", "cords": "two", "height_means": "contents"},
            "cloth": {"outer": "quilting_cotton", "lining": "calico"},
            "carry": [],
        },
    ),
    (
        "Raffle bag, flat",
        {
            "preset": "sack",
            "unit": "cm",
            "size": {"width": 180, "height": 240},
            "base": {"kind": "folded"},
            "top": {"cord": "ribbon", "cord_wide": 10, "heading": 25, "turn": 15},
            "cloth": {"outer": "quilting_cotton"},
            "carry": [],
        },
    ),
    (
        "Cable sack, twelve litres",
        {
            "preset": "sack",
            "unit": "cm",
            "size": {"diameter": 250, "height": 245},
            "base": {"panels": "two"},
            "top": {"kind": "bands", "cords": "two", "height_means": "contents", "loops": "hanging"},
            "cloth": {"outer": "denim", "lining": "calico"},
            "carry": [],
        },
    ),
    (
        "Valve-oil pouch",
        {
            "preset": "pouch",
            "unit": "mm",
            "size": {"width": 150, "height": 110, "depth": 60},
            "base": {"kind": "boxed"},
            "top": {"grab": "ribbon", "pull": "cord"},
            "cloth": {"outer": "linen", "lining": "calico"},
            "carry": [],
        },
    ),
    (
        "Reed pouch",
        {
            "preset": "pouch",
            "unit": "in",
            "size": {"width": "8 in", "height": "4 1/2 in"},
            "top": {"zip_ends": "folded", "tab": "3/4 in", "wrist": "cloth", "tab_of": "ribbon"},
            "cloth": {"outer": "quilting_cotton", "lining": "calico", "print": "one_way"},
            "carry": [],
        },
    ),
    (
        "Mouthpiece box pouch",
        {
            "preset": "pouch",
            "unit": "cm",
            "size": {"length": 200, "breadth": 80, "height": 60},
            "base": {"kind": "box_pouch"},
            "top": {"zip": "metal"},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "interfacing": {"kind": "kept_out", "material": "fusible_fleece"},
            "carry": [],
        },
    ),
    (
        "Reed-knife roll",
        {
            "preset": "pouch",
            "size": {"length": 190, "breadth": 70, "height": 40},
            "base": {"kind": "pleated"},
            "top": {"zip": "coil"},
            "cloth": {"outer": "linen", "lining": "calico"},
            "seams": {"base": "zigzagged"},
            "carry": [],
        },
    ),
    (
        "Metronome case",
        {
            "preset": "pouch",
            "unit": "cm",
            "size": {"width": 200, "height": 140, "depth": 70},
            "base": {"kind": "all_round", "radius": 40},
            "top": {"zip": "moulded", "zip_used": "metre", "zip_sliders": "two", "grab": "cloth"},
            "cloth": {"outer": "denim", "lining": "quilting_cotton"},
            "interfacing": {"kind": "kept_out", "material": "fusible_fleece"},
            "seams": {"kind": "zigzagged"},
            "carry": [],
        },
    ),
    (
        "Mouthpiece half-round",
        {
            "preset": "pouch",
            "unit": "cm",
            "size": {"width": 220, "height": 110},
            "base": {"kind": "rounded", "lower": "disc", "disc": 240},
            "top": {"zip": "coil", "zip_ends": "window", "grab": "ribbon"},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "interfacing": {"kind": "kept_out", "material": "fusible_fleece"},
            "seams": {"kind": "zigzagged"},
            "carry": [],
        },
    ),
    (
        "Conductor’s clutch",
        {
            "unit": "cm",
            "size": {"width": 270, "height": 170},
            "base": {"kind": "rounded", "radius": 35},
            "top": {"kind": "pressed_edges", "ease": "deeper", "ease_by": 3.5},
            "interfacing": {"kind": "kept_out", "material": "fusible_fleece"},
            "cloth": {"outer": "linen", "lining": "quilting_cotton"},
            "extras": [
                {"kind": "flap", "fall": 110, "wrap": 20, "flap_corners": "rounded", "from_top": 55},
                {"kind": "side_tab", "sides": "one", "strip_as": "elastic", "strip_wide": 15, "from_top": 40},
            ],
            "carry": [],
        },
    ),
    (
        "Half-moon baton tote",
        {
            "unit": "cm",
            "size": {"height": 240},
            "base": {"kind": "traced", "panels": "two"},
            "cloth": {"outer": "canvas", "lining": "calico"},
            "carry": [{"width": 28, "drop": 230, "place": "gap", "gap": 120}],
        },
    ),
    (
        "Score stand tote",
        {
            "unit": "in",
            "size": {"width": "13 in", "height": "14 in", "depth": "4 in"},
            "base": {"kind": "side_panels", "step": "1 1/2 in"},
            "cloth": {"outer": "canvas", "lining": "quilting_cotton"},
            "carry": [{"width": "1 1/8 in", "drop": "10 in", "from_side": "3 1/2 in"}],
        },
    ),
    (
        "Wet-weather banner bag",
        {
            "unit": "in",
            "size": {"width": "17 in", "height": "15 in"},
            "base": {"kind": "seamed"},
            "top": {"kind": "raw_edge"},
            "cloth": {"outer": "coated_cotton"},
            "seams": {"kind": "lapped"},
            "carry": [{"make": "webbing", "width": "1 in", "drop": "11 in", "from_side": "5 in"}],
        },
    ),
)


#: what lies in the kit room, lengths in mm
STASH: tuple[dict[str, object], ...] = (
    {
        "kind": "cloth",
        "name": "Stage curtain, cut down",
        "material": "canvas",
        "colour": "sand",
        "width": 1380.0,
        "length": 1650.0,
        "where": "long shelf",
    },
    {
        "kind": "cloth",
        "name": "Pennant cloth",
        "material": "canvas",
        "colour": "green, lyres",
        "width": 720.0,
        "length": 880.0,
        "print": "one_way",
        "washed": False,
        "where": "long shelf",
        "note": "A hand wide of lyres, all one way up.",
    },
    {
        "kind": "cloth",
        "name": "Programme-stall remnants",
        "material": "quilting_cotton",
        "colour": "blue stripe",
        "width": 550.0,
        "length": 500.0,
        "count": 3,
        "where": "remnant basket",
    },
    {
        "kind": "cloth",
        "name": "Supper-room tablecloth",
        "material": "linen",
        "colour": "white",
        "width": 900.0,
        "length": 1400.0,
        "where": "remnant basket",
        "holes": [{"x": 410.0, "y": 520.0, "width": 60.0, "height": 40.0}],
        "note": "A candle burn near the middle.",
    },
    {
        "kind": "cloth",
        "name": "Bandmaster’s old trouser leg",
        "material": "denim",
        "colour": "indigo",
        "shape": "tube",
        "width": 560.0,
        "length": 720.0,
        "seam": 15.0,
        "where": "remnant basket",
    },
    {
        "kind": "cloth",
        "name": "Drum mat",
        "material": "felt",
        "colour": "grey",
        "shape": "round",
        "width": 420.0,
        "length": 420.0,
        "count": 2,
        "where": "drum cupboard",
    },
    {
        "kind": "cloth",
        "name": "Calico, unbleached",
        "material": "calico",
        "width": 1500.0,
        "length": 3200.0,
        "washed": False,
        "where": "long shelf",
    },
    {
        "kind": "interfacing",
        "name": "Fusible, last of the bolt",
        "material": "fusible_light",
        "width": 900.0,
        "length": 1150.0,
        "where": "flat drawer",
    },
    {
        "kind": "zip",
        "name": "Coil zip",
        "material": "Coil zip",
        "colour": "brick red",
        "length": 250.0,
        "count": 3,
        "where": "zip tin",
    },
    {
        "kind": "zip",
        "name": "Metal zip",
        "material": "Metal zip",
        "colour": "brass",
        "length": 300.0,
        "where": "zip tin",
    },
    {"kind": "cord", "name": "Flag cord", "colour": "white", "length": 6500.0, "where": "reel by the door"},
    {
        "kind": "webbing",
        "name": "Harness webbing",
        "colour": "black",
        "width": 25.0,
        "length": 2600.0,
        "where": "flat drawer",
    },
    {"kind": "thread", "name": "Strong thread", "colour": "grey", "length": 120_000.0, "where": "thread box"},
)


def lay_out(plans: Plans, stash: Stash) -> None:
    """Begin the sample plans and fill the stash, unless that was done before in this database."""
    if plans.kept("demo") is None:
        for name, spec in reversed(DEMO):
            plans.begin(name, saved_from(Spec.model_validate(spec)), "Sample plan")
        plans.keep("demo", {"laid_out": True})
    if plans.kept("demo.stash") is None:
        stash.add(Thing.model_validate(thing).model_dump(mode="json") for thing in reversed(STASH))
        plans.keep("demo.stash", {"laid_out": True})
