"""Below the Spring chart: the springs to order by corner, and a spring off a tag tried in every case."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QSize

from isostat.assess import workings
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.spring.winding import wound
from isostat.assess.workings import Shown, is_approximate
from isostat.core.limits import GRAVITY
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.case_figures import both_heights
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.springs import parts
from isostat.language import later, tr
from isostat.units.unit import Quantity

WAYS = ("same", "spacer", "each")
WAY_WORDS = (later("same springs"), later("same springs + spacer"), later("different left and right"))
STOCKS = ("any", "25 lb/in", "50 lb/in")
STOCK_WORDS = (later("made to order"), later("stock, 25 lb/in steps"), later("stock, 50 lb/in steps"))
NOTHING = "–"
NONE_HOLDS = later("Target height cannot be reached.")
STATE = {Origin.TYPED: later("typed"), Origin.COMPUTED: later("from the rule"), Origin.SOLVED: later("solved")}


def lay_order(sheet: Sheet, v: View, axle: int, top: float) -> Line:
    """Places the order of an axle below `top`. Returns the line of the spring to try, to go on behind it."""
    t, fit = v.theme, v.job.proposal.axles[axle]
    line = Line(sheet, v, QPointF(t.margin, top + t.px(5))).caps(
        "order head", tr("Order, {axle}, new springs", axle=v.job.vehicle.axles[axle].name)
    )
    path = path_to(JOB.proposal.axles[axle])
    line.gap(6).choice("sides", [tr(way) for way in WAY_WORDS], WAYS.index(fit.sides),
                       lambda n: sheet.put((*path, "sides"), WAYS[n], tr("left and right springs")),
                       label=tr("how left and right may differ"), wide=168)  # fmt: skip
    line.choice("stock", [tr(stock) for stock in STOCK_WORDS], STOCKS.index(fit.stock),
                lambda n: sheet.put((*path, "stock"), STOCKS[n], tr("made to order or stock")),
                label=tr("springs made to order, or stock"), wide=148)  # fmt: skip
    wanted = [v.reader.height(float(m)) for m in v.a.target_m[axle]]
    said = {"case": v.reader.case(v.a.target_case), "left": wanted[0], "right": wanted[1]}
    words, short = tr("at {case}, hub to arch {left} left, {right} right", **said), tr("{case}: {left}, {right}", **said)
    room = sheet.width() - t.px(22) - line.x
    words = next((w for w in (words, short) if sheet.text_width(w, 12.5) < room), "")
    place = QPointF(sheet.width() - t.margin, top + t.px(8))
    sheet.text("order at", words, place, size=12.5, role="ink2", anchor=RIGHT)
    lay_corners(sheet, v, axle, top + t.px(32), ("rate_n_per_m", "free_length_m", "spacer_m", "solid_length_m"))
    return _lay_try(sheet, v, axle, top + t.px(140))


COLUMNS = {
    "rate_n_per_m": (later("spring rate"), Quantity.RATE),
    "free_length_m": (later("free length"), Quantity.COIL),
    "spacer_m": (later("spacer"), Quantity.COIL),
    "solid_length_m": (later("solid length"), Quantity.COIL),
}

NUMBERS = {
    "rate_n_per_m": workings.order.spring_rate,
    "free_length_m": workings.order.free_length,
    "spacer_m": workings.order.spacer,
}


def lay_corners(sheet: Sheet, v: View, axle: int, top: float, paths: tuple[str, ...]) -> None:
    """A row for each corner of an axle: what is ordered there, typed or solved, and what it holds when hanging."""
    t, o, fit = v.theme, v.a.orders[axle], v.job.proposal.axles[axle]
    ordered = {
        "rate_n_per_m": (o.order.rate_n_per_m, o.rate_origin),
        "free_length_m": (o.order.free_m, o.free_origin),
        "spacer_m": (o.order.spacer_m, o.spacer_origin),
    }
    made = wound(v.a, axle)
    wound_m = made.helix.solid_m if made is not None and made.helix is not None else None
    cell = QSize(round(t.px(96)), round(t.px(26)))
    table = Table(sheet, t.margin, top, t.px(120), t.px(116), t.px(29), cell, head=22 / 29, drop=t.px(4))
    for n, path in enumerate(paths):
        words, quantity = COLUMNS[path]
        values, origin = ordered.get(path, (None, None))
        table.title(f"head {path}", n, tr(words), unit=v.reader.preset.unit(quantity).sign, weight=600)
        if origin is not None and o.can_be_had:
            key = Shown(NUMBERS[path], axle, 0)
            sheet.text(
                f"origin {path}", tr(STATE[origin]), QPointF(table.column(n), top + t.px(80)), size=12.5, role="ink2", shown=key
            )
        for side in (0, 1):
            given = getattr(getattr(fit, SIDES[side]), path)
            value = values[side] if values is not None and o.can_be_had else (given.value if given else None)
            where = (*path_to(JOB.proposal.axles[axle]), SIDES[side], path)
            label = tr("{reading}, {corner}", reading=tr(words), corner=v.reader.corner(axle, side))
            guessed = origin is not None and is_approximate(v.a, Shown(NUMBERS[path], axle, side))
            if path == "solid_length_m" and value is None and wound_m is not None:
                value, guessed = wound_m, True
            sheet.field(f"{path} {side}", where, *table.cell(side, n), label=label, quantity=quantity, value=value,
                        figure=15, assumed=guessed and o.can_be_had)  # fmt: skip
    _lay_preload(sheet, v, axle, table, len(paths))
    if not o.can_be_had:
        words, place = tr(NONE_HOLDS), QPointF(table.column(len(paths) - 1), top + t.px(80))
        sheet.text("not to be had", words, place, size=14, weight=600, role="fault")


def _lay_preload(sheet: Sheet, v: View, axle: int, table: Table, column: int) -> None:
    table.title("head preload", column, tr("preload at full droop"), weight=600)
    for side in (0, 1):
        at = QPointF(table.column(column), table.row(side) + table.drop)
        table.name(f"corner {side}", side, v.reader.corner(axle, side), weight=600)
        preload, force = hanging_force_n(v.a, axle, side)
        key = Shown(workings.order.preload, axle, side)
        words, role = tr("loose at full droop"), "fault"
        if not v.a.orders[axle].can_be_had:
            words, role = NOTHING, "ink2"
        elif preload > 0:
            said = {"m": v.number(key, v.reader.coil(preload)), "load": v.number(key, v.reader.mass(force / GRAVITY))}
            words, role = tr("{m}, {load}", **said), "ink"
        sheet.text(f"preload {side}", words, at, size=14, shown=key, role=role)


def _lay_try(sheet: Sheet, v: View, axle: int, top: float) -> Line:
    t, o, r = v.theme, v.a.orders[axle], v.reader
    line = Line(sheet, v, QPointF(t.margin, top), high=26, size=13, drop=6).caps("try head", tr("Try a spring"))
    line.words("try words", tr("from its tag, both sides:"), role="ink2")
    for key, path, quantity, value, words, unit in (
        ("try rate", "rate_n_per_m", Quantity.RATE, o.order.rate_n_per_m[0], tr("rate from the tag"), r.preset.rate.sign),
        ("try free", "free_length_m", Quantity.COIL, o.order.free_m[0], tr("free length from the tag"),
         tr("{unit} free", unit=r.preset.coil.sign)),
    ):  # fmt: skip
        shown = Figure(value, Origin.SOLVED) if o.can_be_had else None
        line.field(key, (), shown, label=words, quantity=quantity, wide=86, figure=14, put=partial(_try, axle, path))
        line.words(f"{key} unit", unit, role="ink2")
    lay_cases(sheet, v, axle, top + t.px(33))
    return line


def lay_cases(sheet: Sheet, v: View, axle: int, top: float) -> None:
    """Hub to arch, bump and droop left in every case, side by side."""
    t, s = v.theme, v.a.proposed
    x0, wide = t.px(120), (sheet.width() - t.px(140)) / max(v.a.cases, 1)
    for key, words, y in (("height", tr("hub to arch"), 19), ("travel", tr("bump, droop"), 37)):
        sheet.text(f"try {key} word", words, QPointF(t.margin, top + t.px(y)), size=12.5, role="ink2")
    for case in range(v.a.cases):
        x, here = x0 + case * wide, case == v.case
        name, role, weight = v.job.cases[case].name, "ink" if here else "ink2", 600 if here else 400
        sheet.text(f"try case {case}", name, QPointF(x + t.px(14), top), size=12.5, role=role, weight=weight)
        if not s.stands[case]:
            sheet.text(f"try height {case}", tr("would tip"), QPointF(x, top + t.px(19)), size=13, role="fault")
            continue
        shown = Shown(workings.corner.height, axle, 0, case)
        heights = both_heights(v, axle, case)
        sheet.text(f"try height {case}", heights, QPointF(x, top + t.px(17)), size=14, weight=600, shown=shown)
        keys, said = [], []
        for left, left_m in ((workings.corner.bump, s.bump_left_m), (workings.corner.droop, s.droop_left_m)):
            side = int(left_m[axle, :, case].argmin())
            keys.append(Shown(left, axle, side, case))
            said.append(v.number(keys[-1], v.reader.left(float(left_m[axle, side, case]))))
        sheet.text(f"try travel {case}", ", ".join(said), QPointF(x, top + t.px(36)), size=13, role="ink2", shown=keys[0])


def set_both(job: Job, axle: int, path: str, si: float) -> Job:
    """Both springs of a proposal's axle with the same number at a path."""
    for side in SIDES:
        job = edits.put_number(job, (*path_to(JOB.proposal.axles[axle]), side, path), si)
    return job


def _try(axle: int, path: str, job: Job, si: float | None, typed: str) -> Job:
    return job if si is None else set_both(job, axle, path, si)


def lay_fitted_now(line: Line, axle: int, ring_m: float | None = None) -> Line:
    """A button: the springs described here are those that were found. Returns the line behind it."""
    tip = tr("The vehicle already has these springs")
    return line.button("fitted now", tr("Already fitted"), partial(_fit, line.sheet, axle, ring_m), tip=tip)


def _fit(sheet: Sheet, axle: int, ring_m: float | None) -> None:
    sheet.edited.emit(lambda job: parts.fitted_now(job, axle, ring_m), tr("springs already fitted"), -1)


def solve_again(job: Job, axle: int) -> Job:
    """The proposal's axle with nothing chosen: rate, length, spacer and collar are solved."""
    for side in SIDES:
        for path in ("rate_n_per_m", "free_length_m", "spacer_m", "collar_m", "slack_rad"):
            job = edits.put(job, (*path_to(JOB.proposal.axles[axle]), side, path), None)
    return job
