"""Measure's last pages: the vehicle and what stands under it as found, axle by axle, then spring by spring."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import partial
from itertools import count
from typing import get_args

from PyQt6.QtCore import QPointF, QSize

from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.head import KINDS, kind_names
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.axles import add_axle, remove_axle
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.vehicle import Vehicle
from isostat.language import later, tr
from isostat.units.unit import Quantity

TANDEMS = get_args(Vehicle.model_fields["tandem"].annotation)
TANDEM_WORDS = (later("independent springs"), later("equalizer"))
SUSPENSIONS = (later("solid axle"), later("strut"), later("wishbones"), later("trailing arm"), later("independent"))
ARMS = SUSPENSIONS[1:4]
OUTLINES = (later("flatbed"), later("estate"), later("van"), later("buggy"), later("trailer"))


@dataclass(frozen=True, slots=True)
class Row:
    """One line of the page: what it is, its quantity, and its field under the axle, the fitted parts or the spring."""

    words: str
    field: str
    quantity: Quantity
    under: str  # "axle", "fit", "stop", "coil", "corner"


ROWS = (
    Row(later("behind front axle"), "behind_front_m", Quantity.HEIGHT, "axle"),
    Row(later("track width"), "track_m", Quantity.HEIGHT, "axle"),
    Row(later("axle rating"), "rating_kg", Quantity.MASS, "axle"),
    Row(later("unsprung, per wheel"), "unsprung_kg", Quantity.MASS, "axle"),
    Row(later("tyre radius, unloaded"), "tyre_radius_m", Quantity.HEIGHT, "fit"),
    Row(later("tyre rate"), "tyre_rate_n_per_m", Quantity.RATE, "fit"),
    Row(later("bar rate, per wheel"), "bar_rate_n_per_m", Quantity.RATE, "fit"),
    Row(later("spring motion ratio"), "spring_ratio", Quantity.RATIO, "axle"),
    Row(later("shock motion ratio"), "shock_ratio", Quantity.RATIO, "axle"),
    Row(later("bump-stop motion ratio"), "stop_ratio", Quantity.RATIO, "axle"),
    Row(later("spring spacing ÷ track"), "spring_place", Quantity.RATIO, "axle"),
    Row(later("shock spacing ÷ track"), "shock_place", Quantity.RATIO, "axle"),
    Row(later("bump-stop spacing ÷ track"), "stop_place", Quantity.RATIO, "axle"),
    Row(later("shock stroke"), "shock_stroke_m", Quantity.HEIGHT, "fit"),
    Row(later("stop initial rate"), "rate_n_per_m", Quantity.RATE, "stop"),
    Row(later("bump-stop travel"), "flat_m", Quantity.HEIGHT, "stop"),
)
BEAM_ONLY = ("spring_place", "shock_place", "stop_place")
CORNER_ROWS = (
    Row(later("spring rate"), "rate_n_per_m", Quantity.RATE, "coil"),
    Row(later("installed length"), "installed_length_m", Quantity.COIL, "coil"),
    Row(later("strut off car, extended"), "unloaded_length_m", Quantity.COIL, "coil"),
    Row(later("free length"), "free_length_m", Quantity.COIL, "coil"),
    Row(later("solid length"), "solid_length_m", Quantity.COIL, "coil"),
    Row(later("spacer"), "spacer_m", Quantity.COIL, "coil"),
    Row(later("travel to metal contact"), "metal_gap_m", Quantity.HEIGHT, "corner"),
)


def _figure(v: View, axle: int, row: Row) -> Figure | None:
    """What the program goes by where nothing was given."""
    figures, fit = v.a.axles[axle], v.a.found_fits[axle]
    known: dict[str, Figure] = {
        "unsprung_kg": figures.unsprung_kg, "tyre_radius_m": fit.tyre_radius_m, "tyre_rate_n_per_m": fit.tyre_rate,
        "bar_rate_n_per_m": fit.bar, "spring_ratio": figures.spring_ratio,
        "shock_ratio": figures.shock_ratio, "stop_ratio": figures.stop_ratio, "flat_m": fit.stop_flat_m,
        "spring_place": figures.spring_place, "shock_place": figures.shock_place, "stop_place": figures.stop_place,
        "rate_n_per_m": fit.stop_rate,
    }  # fmt: skip
    return known.get(row.field)


def _corner_figure(v: View, axle: int, side: int, row: Row) -> Figure | None:
    spring = v.a.found_springs[axle][side]
    known = {"rate_n_per_m": spring.rate, "installed_length_m": spring.installed_m,
             "free_length_m": Figure(spring.implied_free_m, Origin.ASSUMED),
             "spacer_m": Figure(spring.spacer_m, Origin.ASSUMED), "metal_gap_m": v.a.axles[axle].metal_m[side]}  # fmt: skip
    return known.get(row.field)


def lay_axles(sheet: Sheet, v: View, top: float) -> None:
    """Places the page of the axles, and the job's first lines beside them, below `top`."""
    t, count = v.theme, len(v.job.vehicle.axles)
    pitch = min((sheet.height() - top - t.px(44)) / (len(ROWS) + 2), t.px(31))
    cell = QSize(round(t.px(76)), round(min(pitch - 3, t.px(26))))
    table = Table(sheet, t.margin, top, t.px(170), t.px(92), pitch, cell, head=1.9, drop=2)
    above = replace(table, head=0.8)
    sheet.caps("axle rows", tr("Axles"), QPointF(t.margin, top))
    for axle, info in enumerate(v.job.vehicle.axles):
        sheet.caps(f"axle column {axle}", info.name, QPointF(table.column(axle), top))
        now = "solid axle" if info.layout == "solid" else info.arm or "independent"
        sheet.choice(f"layout {axle}", [tr(words) for words in SUSPENSIONS], SUSPENSIONS.index(now), above.area(0, axle),
                     label=tr("suspension, {axle}", axle=v.reader.corner(axle, None)),
                     chosen=partial(_set_suspension, sheet, axle))  # fmt: skip
    above.name("layout row", 0, tr("suspension"))
    for n, row in enumerate(ROWS):
        table.name(f"row {row.under} {row.field}", n, tr(row.words), v.reader.preset.unit(row.quantity).sign)
        for axle in range(count):
            if (row.field == "behind_front_m" and axle == 0) or (
                row.field in BEAM_ONLY and v.job.vehicle.axles[axle].layout != "solid"
            ):
                continue
            path: edits.Path = {
                "axle": (*path_to(JOB.vehicle.axles[axle]), row.field),
                "fit": (*path_to(JOB.as_found.axles[axle]), row.field),
                "stop": (*path_to(JOB.as_found.axles[axle].stop), row.field)}[row.under]  # fmt: skip
            _place(sheet, v, f"{row.under} {row.field} {axle}", path, table.cell(n, axle), row,
                   v.reader.corner(axle, None), _figure(v, axle, row))  # fmt: skip
    words = tr("Clear a field to go back to the assumed value (≈).")
    right = t.px(200) + count * t.px(92)
    sheet.text("empty words", words, QPointF(right, top), size=12.5, role="ink2", width=sheet.width() - right - t.px(12))
    _lay_job(sheet, v, QPointF(right, top + pitch * 1.9), pitch, cell)


def lay_springs(sheet: Sheet, v: View, top: float) -> None:
    """Places the page of the springs, corner by corner, below `top`."""
    t, pitch, left = v.theme, v.theme.px(34), v.theme.margin
    sheet.caps("corner rows", tr("Springs as found"), QPointF(left, top))
    pairs = [(axle, side) for axle in range(len(v.job.vehicle.axles)) for side in (0, 1)]
    first = left + t.px(150)
    wide = min((sheet.width() - first - t.px(8)) / len(pairs), t.px(130))
    cell = QSize(round(wide - t.px(8)), round(t.px(28)))
    table = Table(sheet, left, top, first, wide, pitch, cell, head=1.9, drop=4)
    for n, (axle, side) in enumerate(pairs):
        table.title(f"pair {n}", n, v.reader.corner(axle, side), up=pitch, weight=600)
    for n, row in enumerate(CORNER_ROWS):
        table.name(f"row {row.field}", n, tr(row.words), v.reader.preset.unit(row.quantity).sign)
        for k, (axle, side) in enumerate(pairs):
            path: edits.Path = (*path_to(JOB.as_found.axles[axle]), SIDES[side], row.field)
            if row.under == "corner":
                path = (*path_to(JOB.vehicle.axles[axle]), SIDES[side], row.field)
            _place(sheet, v, f"{row.field} {axle} {side}", path, table.cell(n, k), row,
                   v.reader.corner(axle, side), _corner_figure(v, axle, side, row))  # fmt: skip
    last = len(CORNER_ROWS)
    table.name("kind word", last, tr("spring type"))
    for axle in range(len(v.job.vehicle.axles)):
        area = table.area(last, 2 * axle, min(2 * wide - t.px(8), t.px(120)))
        sheet.choice(
            f"found kind {axle}",
            kind_names(),
            KINDS.index(v.job.as_found.axles[axle].kind),
            area,
            label=tr("spring type as found, {axle}", axle=v.reader.corner(axle, None)),
            chosen=partial(_set_kind, sheet, axle),
        )
    y = table.row(last) + pitch * 1.1
    words = tr("Scale weights take priority: load and rate set the free length; a tag that disagrees is flagged.")
    sheet.text("scales words", words, QPointF(left, y), size=12.5, role="ink2")
    words = tr("A compressed coil can kill. Use a spring compressor and keep clear.")
    sheet.text("spring caution", words, QPointF(left, y + t.px(20)), size=12.5, role="fault", weight=600)


def _lay_job(sheet: Sheet, v: View, at: QPointF, pitch: float, cell: QSize) -> None:
    """The job's first lines and the outline that shapes the drawing."""
    t, vehicle, height = v.theme, v.job.vehicle, Quantity.HEIGHT
    table = Table(sheet, at.x(), at.y(), at.x() + t.px(76), t.px(82), pitch, cell, head=0, drop=2)
    long = min(t.px(220), sheet.width() - at.x() - t.px(90))
    rows = count()

    def named(key: str, words: str, unit: str = "") -> int:
        row = next(rows)
        table.name(f"job {key} word", row, words, unit)
        return row

    def field(row: int, column: int, name: str, label: str, quantity: Quantity, usual: float | None = None) -> None:
        otherwise = None if usual is None else Figure(usual, Origin.ASSUMED)
        path: edits.Path = (*path_to(JOB.vehicle), name)
        entry(sheet, v, f"vehicle {name}", path, table.cell(row, column), label=label, quantity=quantity, otherwise=otherwise)

    texts: tuple[tuple[str, str, edits.Path], ...] = (
        ("title", tr("job title"), ("title",)), ("number", tr("job number"), ("number",)),
        ("vehicle", tr("vehicle"), path_to(JOB.vehicle.name)), ("read on", tr("measured on"), ("read_on",)))  # fmt: skip
    for key, words, path in texts:
        sheet.words(f"words {key}", path, *table.cell(named(key, words), 0, long), label=words)
    style = table.area(named("drawn as", tr("body style")), 0, t.px(92))
    sheet.choice("outline", [tr(words) for words in OUTLINES], OUTLINES.index(vehicle.outline), style, label=tr("body style"),
                 chosen=lambda n: sheet.put(path_to(JOB.vehicle.outline), OUTLINES[n], tr("body style")))  # fmt: skip
    field(named("plate", tr("gross"), v.reader.preset.mass.sign), 0, "rating_kg", tr("gross vehicle rating"), Quantity.MASS)
    row = named("overhangs", tr("overhangs"))
    sheet.text("overhang unit", v.reader.preset.height.sign, table.cell(row, 2)[0] + QPointF(0, 2), size=13, role="ink2")
    for n, name in enumerate(("front_overhang_m", "rear_overhang_m")):
        field(row, n, name, tr("front overhang") if n == 0 else tr("rear overhang"), height)
    if len(vehicle.axles) > 1:
        row = named("tandem", tr("tandem"))
        sheet.choice("tandem", [tr(words) for words in TANDEM_WORDS], TANDEMS.index(vehicle.tandem), table.area(row, 0, t.px(142)),
                     label=tr("suspension of the last two axles"),
                     chosen=lambda n: sheet.put(path_to(JOB.vehicle.tandem), TANDEMS[n], tr("tandem suspension")))  # fmt: skip
        if vehicle.tandem == "equalized":
            beside = replace(table, first=table.first + t.px(68))
            entry(sheet, v, "beam arm", path_to(JOB.vehicle.beam_m), beside.cell(row, 1), label=tr("equalizer arm length"),
                  quantity=height, otherwise=Figure(rules.BEAM_ARM, Origin.ASSUMED))  # fmt: skip
            row = named("beam's ends", tr("equalizer"))
            field(row, 0, "beam_front_m", tr("equalizer, pivot to front end"), height)
            field(row, 1, "beam_rear_m", tr("equalizer, pivot to rear end"), height)
    line = Line(sheet, v, table.cell(named("axles", tr("axles")), 0)[0])
    for key, words, change in (
        ("axle more", tr("Add axle behind"), add_axle),
        ("axle less", tr("Remove last"), remove_axle),
    ):
        line.button(key, words, partial(sheet.edited.emit, change, words, -1))


def _place(sheet: Sheet, v: View, key: str, path: edits.Path, where: tuple[QPointF, QSize], row: Row, corner: str,
           figure: Figure | None) -> None:  # fmt: skip
    label = tr("{reading}, {corner}", reading=tr(row.words), corner=corner)
    entry(sheet, v, key, path, where, label=label, quantity=row.quantity, otherwise=figure, empty="?")


def _set_kind(sheet: Sheet, axle: int, choice: int) -> None:
    sheet.put(path_to(JOB.as_found.axles[axle].kind), KINDS[choice], tr("spring type as found"))


def _set_suspension(sheet: Sheet, axle: int, choice: int) -> None:
    """A solid axle, or independent by which arm."""
    named, path = SUSPENSIONS[choice], path_to(JOB.vehicle.axles[axle])

    def change(job: Job) -> Job:
        job = edits.put(job, (*path, "layout"), "solid" if named == "solid axle" else "independent")
        return edits.put(job, (*path, "arm"), named if named in ARMS else None)

    sheet.edited.emit(change, tr("suspension"), -1)
