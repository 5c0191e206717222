"""Measure's page of what a tuner has instead of numbers that nobody can measure in a workshop, and what follows from it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from itertools import pairwise

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.assess import workings
from isostat.assess.load.gravity import gravity_height_m
from isostat.assess.measure.lift_test import friction_m
from isostat.assess.workings import Explain, Shown
from isostat.desktop.pieces.entry import entry, loose_entry, nth_put
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.sheet import Sheet
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
    """One of the two columns of blocks: where its next line goes, and the fields so far, in walk order."""

    def __init__(self, sheet: Sheet, v: View, left: float, top: float, pitch: float) -> None:
        self.sheet, self.v, self.left, self.y, self.pitch = sheet, v, left, top, pitch
        room = (sheet.width() - 2 * v.theme.margin) / 2 - v.theme.px(184)
        self.wide = min(room / len(v.a.axles), v.theme.px(84))
        self.size = QSize(round(self.wide - v.theme.px(6)), round(min(pitch - 3, v.theme.px(26))))
        self.fields: list[QuantityField] = []
        for axle, info in enumerate(v.job.vehicle.axles):
            key, at = f"have axle {'left' if left < sheet.width() / 3 else 'right'} {axle}", self.at(axle)
            sheet.text(key, info.name, at - QPointF(0, v.theme.px(6)), size=12.5, role="ink2")
        self.y += pitch * 0.4

    def at(self, axle: int) -> QPointF:
        """Where the entry of an axle stands in this line."""
        return QPointF(self.left + self.v.theme.px(172) + axle * self.wide, self.y)

    def area(self, axle: int) -> QRect:
        """The same, with its size."""
        return QRect(self.at(axle).toPoint(), self.size)

    def words(self, key: str, words: str, unit: str = "") -> None:
        """What this line is."""
        self.sheet.text(key, words, QPointF(self.left, self.y + self.v.theme.px(3)), size=13, unit=unit)

    def head(self, caps: str, what: tuple[str, Explain], quantity: Quantity, si: list[float]) -> None:
        """The head of a block with what follows from it, an axle a number that can be asked."""
        name, follows = what
        box = self.sheet.caps(f"{name} head", caps, QPointF(self.left, self.y + self.v.theme.px(6)))
        preset, beside = self.v.reader.preset, QPointF(box.right() + self.v.theme.px(6), self.y + self.v.theme.px(4))
        self.sheet.text(f"{name} unit", preset.unit(quantity).sign, beside, size=12.5, role="ink2")
        said = [number(value, quantity, preset) for value in si]
        for axle, text in enumerate(said):
            key, at = Shown(follows, axle), self.at(axle) + QPointF(0, self.v.theme.px(4))
            self.sheet.text(f"follows {name} {axle}", self.v.number(key, text), at, size=13, weight=600, role="accent", shown=key)
        self.y += self.pitch

    def rows(self, rows: tuple[Have, ...]) -> None:
        """A line a thing, an entry an axle."""
        for have in rows:
            self.words(f"have {have.field}", have.words, self.v.reader.preset.unit(have.quantity).sign)
            for axle, info in enumerate(self.v.job.vehicle.axles):
                if have in ARM and info.layout != "independent":
                    continue
                label = f"{have.words.capitalize()}, {self.v.reader.corner(axle, None)}"
                where, key = (self.at(axle), self.size), f"{have.field} {axle}"
                made = entry(self.sheet, self.v, key, _path(axle, have), where, label=label, quantity=have.quantity)
                self.fields.append(made)
            self.y += self.pitch

    def choices(
        self, key: str, words: str, path: tuple[str | int, ...], ways: tuple[str | None, ...], names: tuple[str, ...]
    ) -> None:
        """A line of choices, one an axle; `path` below the parts as found."""
        self.words(f"{key} word", words)
        for axle in range(len(self.v.a.axles)):
            full: edits.Path = (*path_to(JOB.as_found.axles[axle]), *path)
            current = ways.index(edits.value_at(self.v.job, full))
            self.sheet.choice(
                f"{key} {axle}",
                names,
                current,
                self.area(axle),
                label=f"{words}, {self.v.reader.corner(axle, None)}",
                chosen=partial(_set, self.sheet, full, ways),
            )
        self.y += self.pitch


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
    for before, after in pairwise(fields):
        QuantityField.setTabOrder(before, after)
    words = "Stands, not jacks. Springs out only with a proper compressor."
    sheet.text("instead caution", words, QPointF(right.left, right.y + t.px(6)), size=12.5, role="fault", weight=600)


def _lay_gravity(column: _Column) -> None:
    """The tail-up weighing."""
    v, t = column.v, column.v.theme
    key = Shown(workings.derived.gravity_height, case=v.weighed)
    column.sheet.caps("gravity head", "Centre of gravity, height", QPointF(column.left, column.y + t.px(6)))
    text = v.number(key, v.reader.height_unit(gravity_height_m(v.a).value))
    at = column.at(0) + QPointF(t.px(30), t.px(4))
    column.sheet.text("follows gravity", text, at, size=13, weight=600, role="accent", shown=key)
    column.y += column.pitch
    for field, words, quantity in (
        ("tail_raised_m", "tail up by, springs blocked", Quantity.HEIGHT),
        ("tail_up_front_kg", "both front pads then", Quantity.MASS),
    ):
        column.words(f"have {field}", words, v.reader.preset.unit(quantity).sign)
        where, label = (column.at(0), column.size), words.capitalize()
        column.fields.append(entry(column.sheet, v, field, (*path_to(JOB.vehicle), field), where, label=label, quantity=quantity))
        column.y += column.pitch


def _lay_presses(column: _Column) -> None:
    """What a press says of the stop: squeeze and load, side by side."""
    v = column.v
    half = QSize(round(column.size.width() / 2 - 1), column.size.height())
    unit = f"{v.reader.preset.coil.sign}, {v.reader.preset.mass.sign}"
    for n in range(PRESSED):
        column.words(f"press {n}", f"{'abc'[n]}  pressed by, load", unit)
        for axle in range(len(v.a.axles)):
            path: edits.Path = path_to(JOB.as_found.axles[axle].stop.press)
            rows = edits.value_at(v.job, path)
            row = rows[n] if n < len(rows) else None
            for k, (field, quantity) in enumerate((("squeeze_m", Quantity.COIL), ("force_kg", Quantity.MASS))):
                where = (column.at(axle) + QPointF(k * (half.width() + 2), 0), half)
                label = f"{('Squeeze', 'Load')[k]} under a press, {v.reader.corner(axle, None)}, {n + 1}"
                reading, key = getattr(row, field) if row else None, f"press {field} {axle} {n}"
                put = nth_put(path, n, {}, field)
                column.fields.append(loose_entry(column.sheet, key, reading, where, label=label, quantity=quantity, put=put))
        column.y += column.pitch


def _lay_damper(column: _Column) -> None:
    """The damper as fitted against the one of now."""
    v = column.v
    column.words("have damping", "new damper, as now = 1.00")
    for axle in range(len(v.a.axles)):
        where, label = (column.at(axle), column.size), f"New damper against now, {v.reader.corner(axle, None)}"
        path: edits.Path = path_to(JOB.proposal.axles[axle].damping)
        made = entry(column.sheet, v, f"damping {axle}", path, where, label=label, quantity=Quantity.RATIO)
        column.fields.append(made)
    column.y += column.pitch


def _set(sheet: Sheet, path: edits.Path, ways: tuple[str | None, ...], choice: int) -> None:
    sheet.put(path, ways[choice], str(path[-1]).replace("_", " "))
