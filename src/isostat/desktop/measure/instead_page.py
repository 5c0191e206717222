"""Measure's page of bench data: what a workshop can measure instead of what it cannot, and what follows from it."""

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
from isostat.language import capital, later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity

KINDS = (later("rubber"), later("foam"), later("hydraulic"))
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
    Have(later("wheel + tyre weight"), "wheel_tyre_kg", Quantity.MASS),
    Have(later("or hub weight, spring out"), "hub_on_pad_kg", Quantity.MASS),
)
TYRE = (
    Have(later("second load, per wheel"), "second_pad_kg", Quantity.MASS),
    Have(later("hub height at that load"), "second_hub_to_ground_m", Quantity.HEIGHT),
)
FRICTION = (
    Have(later("height after bounce up"), "bounced_up_m", Quantity.HEIGHT),
    Have(later("height after push down"), "pushed_down_m", Quantity.HEIGHT),
)
ARM = (
    Have(later("pivot to spring seat"), "arm_seat_m", Quantity.HEIGHT),
    Have(later("pivot to ball joint"), "arm_joint_m", Quantity.HEIGHT),
    Have(later("spring angle"), "spring_lean_rad", Quantity.ANGLE),
)
BAR = (
    Have(later("bar diameter"), "diameter_m", Quantity.COIL, "bar"),
    Have(later("arm, axis to link"), "arm_m", Quantity.HEIGHT, "bar"),
    Have(later("length between the arms"), "length_m", Quantity.HEIGHT, "bar"),
    Have(later("link motion ratio"), "link_ratio", Quantity.RATIO, "bar"),
    Have(later("shear modulus"), "shear_pa", Quantity.MODULUS, "bar"),
)
STOP = (Have(later("bump-stop free height"), "free_height_m", Quantity.COIL, "stop"),)
LINES = 16.4  # of the longer of the two columns


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
        line = Line(self.sheet, v, QPointF(self.table.left, self.table.row(self.row)), drop=4)
        line.caps(f"{name} head", caps, preset.unit(quantity).sign)
        for axle, value in enumerate(si):
            key, text = Shown(follows, axle), number(value, quantity, preset)
            self.sheet.text(f"follows {name} {axle}", v.number(key, text), self.cell(axle, 4), size=13, weight=600, role="accent",
                            shown=key)  # fmt: skip
        self.row += 1

    def rows(self, rows: tuple[Have, ...]) -> None:
        """A line a thing, an entry an axle."""
        for have in rows:
            self.words(f"have {have.field}", tr(have.words), self.v.reader.preset.unit(have.quantity).sign)
            for axle, info in enumerate(self.v.job.vehicle.axles):
                if have in ARM and info.layout != "independent":
                    continue
                label = f"{capital(tr(have.words))}, {self.v.reader.corner(axle, None)}"
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
    left.head(
        tr("Unsprung mass"),
        ("unsprung", workings.derived.unsprung),
        Quantity.MASS,
        [x.unsprung_kg.value for x in a.axles],
    )
    left.rows(UNSPRUNG)
    left.head(tr("Tyre rate"), ("tyre rate", workings.derived.tyre_rate), Quantity.RATE, [x.tyre_rate.value for x in a.axles])
    left.rows(TYRE)
    if any(x.layout == "independent" for x in v.job.vehicle.axles):
        left.head(
            tr("Spring motion ratio"),
            ("spring ratio", workings.derived.spring_ratio),
            Quantity.RATIO,
            [x.spring_ratio.value for x in a.axles],
        )
        left.rows(ARM)
    left.head(
        tr("Spring friction ±"),
        ("friction", workings.derived.friction),
        Quantity.HEIGHT,
        [friction_m(a, n) for n in range(len(a.axles))],
    )
    left.rows(FRICTION)
    _lay_gravity(left)
    right = _Column(sheet, v, (sheet.width() + t.px(24)) / 2, top, pitch)
    right.head(tr("Anti-roll bar"), ("bar rate", workings.derived.bar_rate), Quantity.RATE, [f.bar.value for f in a.found_fits])
    right.rows(BAR)
    right.choices("sense", tr("bar rate quoted for"), ("bar_read",), SENSES, (tr("1 wheel"), tr("opposed")))
    right.head(
        tr("Stop initial rate"),
        ("stop rate", workings.derived.stop_rate),
        Quantity.RATE,
        [f.stop_rate.value for f in a.found_fits],
    )
    right.choices("stop kind", tr("bump-stop material"), ("stop", "kind"), (None, *KINDS), ("?", *(tr(kind) for kind in KINDS)))
    right.rows(STOP)
    _lay_presses(right)
    fields = left.fields + right.fields
    in_order(fields)
    words = tr("Support on stands, never on a jack. Use a spring compressor.")
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
    column.sheet.caps("gravity head", tr("CG height"), QPointF(column.table.left, column.cell(0, 6).y()))
    text = v.number(key, v.reader.height_unit(gravity_height_m(v.a).value))
    at = column.cell(0, 4) + QPointF(v.theme.px(30), 0)
    column.sheet.text("follows gravity", text, at, size=13, weight=600, role="accent", shown=key)
    column.row += 1
    for field, words, quantity in (
        ("tail_raised_m", tr("rear raised by (locked)"), Quantity.HEIGHT),
        ("tail_up_front_kg", tr("front axle weight then"), Quantity.MASS),
    ):
        column.words(f"have {field}", words, v.reader.preset.unit(quantity).sign)
        column.entry(field, (*path_to(JOB.vehicle), field), 0, capital(words), quantity)
        column.row += 1


def _lay_presses(column: _Column) -> None:
    """What a press says of the stop: squeeze and load, side by side."""
    v, table = column.v, column.table
    half = QSize(round(table.size.width() / 2 - 1), table.size.height())
    stops = tuple(axle * table.wide + k * (half.width() + 2) for axle in range(len(v.a.axles)) for k in (0, 1))
    halves, unit = replace(table, size=half, stops=stops), f"{v.reader.preset.coil.sign}, {v.reader.preset.mass.sign}"
    for n in range(PRESSED):
        column.words(f"press {n}", tr("press test {n}", n=n + 1), unit)
        for axle in range(len(v.a.axles)):
            path = path_to(JOB.as_found.axles[axle].stop.press)
            for k, (field, quantity) in enumerate((("squeeze_m", Quantity.COIL), ("force_kg", Quantity.MASS))):
                said = {"axle": v.reader.corner(axle, None), "n": n + 1}
                label = tr("Press test {n}, load, {axle}", **said) if k else tr("Press test {n}, compression, {axle}", **said)
                row, where = (path, n, field), halves.cell(column.row, 2 * axle + k)
                made = nth_entry(column.sheet, v, f"press {field} {axle} {n}", row, where, label=label, quantity=quantity)
                column.fields.append(made)
        column.row += 1


def _set(sheet: Sheet, path: edits.Path, ways: tuple[str | None, ...], choice: int) -> None:
    sheet.put(path, ways[choice], tr("bar rate quoted for") if path[-1] == "bar_read" else tr("bump-stop material"))
