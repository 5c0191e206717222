"""Measure's page of what a tuner has instead of numbers that nobody can measure in a workshop, and what follows from it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import partial

from PyQt6.QtCore import QPointF, QSize

from isostat.assess import workings
from isostat.assess.load.gravity import gravity_height_m
from isostat.assess.measure.lift_test import friction_m
from isostat.assess.workings import Explain, Shown
from isostat.desktop.pieces.entry import entry, nth_entry
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.units.format import number
from isostat.units.unit import Quantity

KINDS = ("rubber", "foam", "hydraulic")
SENSES = ("one wheel", "opposed")
PRESSED = 3  # readings under a press that have room


@dataclass(frozen=True, slots=True)
class Have:
    """One thing that can be read in a workshop, under the axle, the bar or the stop."""

    words: str
    field: str
    quantity: Quantity
    under: str = "axle"


UNSPRUNG = (
    Have("wheel and tyre, on a scale", "wheel_tyre_kg", Quantity.MASS),
    Have("or spring out, hub on a pad", "hub_on_pad_kg", Quantity.MASS),
)
TYRE = (
    Have("other load, a wheel", "second_pad_kg", Quantity.MASS),
    Have("hub to ground with it", "second_hub_to_ground_m", Quantity.HEIGHT),
)
FRICTION = (
    Have("bounced up, hub to arch", "bounced_up_m", Quantity.HEIGHT),
    Have("pushed down, hub to arch", "pushed_down_m", Quantity.HEIGHT),
)
ARM = (
    Have("pivot to spring seat", "arm_seat_m", Quantity.HEIGHT),
    Have("pivot to ball joint", "arm_joint_m", Quantity.HEIGHT),
    Have("spring leans by", "spring_lean_rad", Quantity.ANGLE),
)
BAR = (
    Have("diameter", "diameter_m", Quantity.COIL, "bar"),
    Have("arm, axis to link", "arm_m", Quantity.HEIGHT, "bar"),
    Have("length between the arms", "length_m", Quantity.HEIGHT, "bar"),
    Have("link / wheel travel", "link_ratio", Quantity.RATIO, "bar"),
    Have("modulus of its steel", "shear_pa", Quantity.MODULUS, "bar"),
)
STOP = (Have("free height", "free_height_m", Quantity.COIL, "stop"),)
LINES = 17.4  # of the longer of the two columns


class _Column:
    """One of the two columns of blocks: the row of its table that comes next, and the fields so far, in walk order."""

    def __init__(self, sheet: Sheet, v: View, left: float, top: float, pitch: float) -> None:
        self.sheet, self.v, self.row = sheet, v, 0
        t = v.theme
        room = (sheet.width() - 2 * t.margin) / 2 - t.px(184)
        wide = min(room / len(v.a.axles), t.px(84))
        size = QSize(round(wide - t.px(6)), round(min(pitch - 3, t.px(26))))
        self.table = Table(sheet, left, top, left + t.px(172), wide, pitch, size, head=0.4, drop=t.px(3))
        self.fields: list[QuantityField] = []
        for axle, info in enumerate(v.job.vehicle.axles):
            key = f"have axle {'left' if left < sheet.width() / 3 else 'right'} {axle}"
            self.table.title(key, axle, info.name, up=0.4 * pitch + t.px(6))

    def cell(self, axle: int, down: float = 0.0) -> QPointF:
        """Where the entry of an axle stands in this row, so much further down."""
        return self.table.cell(self.row, axle)[0] + QPointF(0, self.v.theme.px(down))

    def words(self, key: str, words: str, unit: str = "") -> None:
        """What this row is."""
        self.table.name(key, self.row, words, unit)

    def head(self, caps: str, what: tuple[str, Explain], quantity: Quantity, si: list[float]) -> None:
        """The head of a block with what follows from it, an axle a number that can be asked."""
        (name, follows), v, preset = what, self.v, self.v.reader.preset
        line = Line(self.sheet, v, QPointF(self.table.left, self.table.row(self.row)), drop=4).caps(f"{name} head", caps)
        line.words(f"{name} unit", preset.unit(quantity).sign, role="ink2")
        for axle, value in enumerate(si):
            key, text = Shown(follows, axle), number(value, quantity, preset)
            self.sheet.text(f"follows {name} {axle}", v.number(key, text), self.cell(axle, 4), size=13, weight=600, role="accent",
                            shown=key)  # fmt: skip
        self.row += 1

    def rows(self, rows: tuple[Have, ...]) -> None:
        """A line a thing, an entry an axle."""
        for have in rows:
            self.words(f"have {have.field}", have.words, self.v.reader.preset.unit(have.quantity).sign)
            for axle, info in enumerate(self.v.job.vehicle.axles):
                if have in ARM and info.layout != "independent":
                    continue
                label = f"{have.words.capitalize()}, {self.v.reader.corner(axle, None)}"
                self.entry(f"{have.field} {axle}", _path(axle, have), axle, label, have.quantity)
            self.row += 1

    def entry(self, key: str, path: edits.Path, axle: int, label: str, quantity: Quantity) -> None:
        """A field of this row."""
        where = self.table.cell(self.row, axle)
        self.fields.append(entry(self.sheet, self.v, key, path, where, label=label, quantity=quantity))

    def choices(
        self, key: str, words: str, path: tuple[str | int, ...], ways: tuple[str | None, ...], names: tuple[str, ...]
    ) -> None:
        """A line of choices, one an axle; `path` below the parts as found."""
        self.words(f"{key} word", words)
        for axle in range(len(self.v.a.axles)):
            full: edits.Path = (*path_to(JOB.as_found.axles[axle]), *path)
            current = ways.index(edits.value_at(self.v.job, full))
            label, chosen = f"{words}, {self.v.reader.corner(axle, None)}", partial(_set, self.sheet, full, ways)
            self.sheet.choice(f"{key} {axle}", names, current, self.table.area(self.row, axle), label=label, chosen=chosen)
        self.row += 1


def _path(axle: int, have: Have) -> edits.Path:
    fit: edits.Path = path_to(JOB.as_found.axles[axle])
    return {"axle": path_to(JOB.vehicle.axles[axle]), "bar": (*fit, "bar"), "stop": (*fit, "stop")}[have.under] + (have.field,)


def lay_instead(sheet: Sheet, v: View, top: float) -> None:
    """Places the page below `top`."""
    t, a = v.theme, v.a
    pitch = min((sheet.height() - top - t.px(42)) / LINES, t.px(34))
    left = _Column(sheet, v, t.margin, top, pitch)
    left.head("Unsprung", ("unsprung", workings.derived.unsprung), Quantity.MASS, [x.unsprung_kg.value for x in a.axles])
    left.rows(UNSPRUNG)
    left.head("Tyre rate", ("tyre rate", workings.derived.tyre_rate), Quantity.RATE, [x.tyre_rate.value for x in a.axles])
    left.rows(TYRE)
    if any(x.layout == "independent" for x in v.job.vehicle.axles):
        left.head(
            "Motion ratio", ("spring ratio", workings.derived.spring_ratio), Quantity.RATIO, [x.spring_ratio.value for x in a.axles]
        )
        left.rows(ARM)
    left.head(
        "Friction, either way",
        ("friction", workings.derived.friction),
        Quantity.HEIGHT,
        [friction_m(a, n) for n in range(len(a.axles))],
    )
    left.rows(FRICTION)
    _lay_gravity(left)
    right = _Column(sheet, v, (sheet.width() + t.px(24)) / 2, top, pitch)
    right.head("Anti-roll bar", ("bar rate", workings.derived.bar_rate), Quantity.RATE, [f.bar.value for f in a.found_fits])
    right.rows(BAR)
    right.choices("sense", "a typed rate was read", ("bar_read",), SENSES, ("one up", "opposed"))
    right.head(
        "Stop, at the touch", ("stop rate", workings.derived.stop_rate), Quantity.RATE, [f.stop_rate.value for f in a.found_fits]
    )
    right.choices("stop kind", "made of", ("stop", "kind"), (None, *KINDS), ("?", *KINDS))
    right.rows(STOP)
    _lay_presses(right)
    _lay_damper(right)
    fields = left.fields + right.fields
    in_order(fields)
    words = "Stands, not jacks. Springs out only with a proper compressor."
    sheet.text(
        "instead caution",
        words,
        QPointF(right.table.left, right.table.row(right.row) + t.px(6)),
        size=12.5,
        role="fault",
        weight=600,
    )


def _lay_gravity(column: _Column) -> None:
    """The tail-up weighing."""
    v = column.v
    key = Shown(workings.derived.gravity_height, case=v.weighed)
    column.sheet.caps("gravity head", "Centre of gravity, height", QPointF(column.table.left, column.cell(0, 6).y()))
    text = v.number(key, v.reader.height_unit(gravity_height_m(v.a).value))
    at = column.cell(0, 4) + QPointF(v.theme.px(30), 0)
    column.sheet.text("follows gravity", text, at, size=13, weight=600, role="accent", shown=key)
    column.row += 1
    for field, words, quantity in (
        ("tail_raised_m", "tail up by, springs blocked", Quantity.HEIGHT),
        ("tail_up_front_kg", "both front pads then", Quantity.MASS),
    ):
        column.words(f"have {field}", words, v.reader.preset.unit(quantity).sign)
        column.entry(field, (*path_to(JOB.vehicle), field), 0, words.capitalize(), quantity)
        column.row += 1


def _lay_presses(column: _Column) -> None:
    """What a press says of the stop: squeeze and load, side by side."""
    v, table = column.v, column.table
    half = QSize(round(table.size.width() / 2 - 1), table.size.height())
    stops = tuple(axle * table.wide + k * (half.width() + 2) for axle in range(len(v.a.axles)) for k in (0, 1))
    halves, unit = replace(table, size=half, stops=stops), f"{v.reader.preset.coil.sign}, {v.reader.preset.mass.sign}"
    for n in range(PRESSED):
        column.words(f"press {n}", f"{'abc'[n]}  pressed by, load", unit)
        for axle in range(len(v.a.axles)):
            path = path_to(JOB.as_found.axles[axle].stop.press)
            for k, (field, quantity) in enumerate((("squeeze_m", Quantity.COIL), ("force_kg", Quantity.MASS))):
                label = f"{('Squeeze', 'Load')[k]} under a press, {v.reader.corner(axle, None)}, {n + 1}"
                row, where = (path, n, field), halves.cell(column.row, 2 * axle + k)
                made = nth_entry(column.sheet, v, f"press {field} {axle} {n}", row, where, label=label, quantity=quantity)
                column.fields.append(made)
        column.row += 1


def _lay_damper(column: _Column) -> None:
    """The damper as fitted against the one of now."""
    column.words("have damping", "new damper, as now = 1.00")
    for axle in range(len(column.v.a.axles)):
        label = f"New damper against now, {column.v.reader.corner(axle, None)}"
        column.entry(f"damping {axle}", path_to(JOB.proposal.axles[axle].damping), axle, label, Quantity.RATIO)
    column.row += 1


def _set(sheet: Sheet, path: edits.Path, ways: tuple[str | None, ...], choice: int) -> None:
    sheet.put(path, ways[choice], str(path[-1]).replace("_", " "))
