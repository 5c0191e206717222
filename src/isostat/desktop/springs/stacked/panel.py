"""Below the Spring chart of a stacked pair: its springs, its shock, the ring and collars, and pairs off the shelf."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PyQt6.QtCore import QPointF, QSize

from isostat.assess import workings
from isostat.assess.spring.pairs import pairs_for, with_pair
from isostat.assess.spring.stacked import Stacked, stacked
from isostat.assess.workings import Shown, is_approximate
from isostat.core import rules
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.form import Form, Row, Sizes, lay_field, lay_list
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.order import NONE_HOLDS, NOTHING, lay_fitted_now, solve_again
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.out_of_range import say_out_of_range
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.springs.stacked import CROSSED_BY, pair_words

PARTS = (("third", later("third spring")), ("top", later("top spring")), ("main", later("main spring")))
COLUMNS = (
    Row("rate_n_per_m", later("rate"), Quantity.RATE),
    Row("free_m", later("free"), Quantity.COIL),
    Row("solid_m", later("solid"), Quantity.COIL),
    Row("inside_m", later("ID"), Quantity.COIL),
)
PART = Sizes(wide=72, high=29, field=(64, 24), figure=13)
SIZES = (  # in two columns
    (
        Row("extended_m", later("collar to perch"), Quantity.COIL),
        Row("body_m", later("shock body dia."), Quantity.COIL),
        Row("slider_m", later("slider, step"), Quantity.COIL, rules.SLIDER),
        Row("share", later("crossover, of bump"), Quantity.SHARE, rules.CROSSOVER_SHARE),
    ),
    (
        Row("thread_m", later("thread pitch"), Quantity.COIL, rules.STACK_THREAD),
        Row("down_m", later("thread below collar"), Quantity.COIL, 0.0),
        Row("up_m", later("thread above collar"), Quantity.COIL, 0.0),
    ),
)
STEP = Row("step_m", later("slider step"), Quantity.COIL, 0.0)  # beside the slider
MULTIPLE = Row("multiple", later("full bump, × static"), Quantity.RATIO, rules.BUMP_MULTIPLE)
NARROW = Sizes(wide=128, high=28, field=(50, 24), figure=13)
LONG = Sizes(wide=132, high=28, field=(50, 24), figure=13)
PLACED = ("typed", "by share", "protecting")
PLACED_WORDS = (later("ring as typed"), later("ring by share"), later("ring protects top"))
CAUTION = later("Springs under load: use a compressor and keep clear.")


def lay_stack_panel(sheet: Sheet, v: View, axle: int, top: float, shelf: str, look: Callable[[str], object]) -> None:
    """Places the panel. shelf: "", "close" or "far": which pairs off the shelf are listed; `look` takes those that are wanted."""
    t = v.theme
    _lay_top(sheet, v, axle, top, shelf, look)
    _lay_parts(sheet, v, axle, QPointF(t.margin, top + t.px(36)))
    _lay_sizes(sheet, v, axle, QPointF(t.px(412), top + t.px(38)))
    below = top + t.px(152)
    if shelf:
        _lay_shelf(sheet, v, axle, below, far=shelf == "far")
        return
    pair = stacked(v.a, axle)
    if pair is not None:
        _lay_collars(sheet, v, axle, below, pair)
        if v.a.orders[axle].can_be_had:
            _lay_said(sheet, v, axle, QPointF(t.margin, below + t.px(30)), pair)
    sheet.text(
        "stack caution",
        tr(CAUTION),
        QPointF(sheet.width() - t.margin, top + t.px(216)),
        size=12.5,
        weight=600,
        role="fault",
        anchor=RIGHT,
    )


def _lay_top(sheet: Sheet, v: View, axle: int, top: float, shelf: str, look: Callable[[str], object]) -> None:
    t, stack, base = v.theme, v.job.proposal.axles[axle].stack, path_to(JOB.proposal.axles[axle].stack)
    line = Line(sheet, v, QPointF(t.margin, top + t.px(5)), size=13).caps(
        "stack head", tr("Stacked pair, {axle}", axle=v.job.vehicle.axles[axle].name)
    )
    line.gap(6).choice("stack placed", [tr(words) for words in PLACED_WORDS], PLACED.index(stack.placed),
                       lambda n: sheet.put((*base, "placed"), PLACED[n], tr("crossover ring setting")),
                       label=tr("crossover ring setting"), wide=120)  # fmt: skip
    pair, by_hand = stacked(v.a, axle), stack.placed == "typed"
    ring_m = stack.ring_m.value if stack.ring_m and by_hand else pair.pair.ring_m if pair else None
    guessed = pair is not None and not by_hand and is_approximate(v.a, Shown(workings.stacked.collar, axle))
    ring = None if ring_m is None else Figure(ring_m, Origin.ASSUMED if guessed else Origin.SOLVED)
    line.words("stack ring word", tr("collar to ring"))
    line.field("stack ring_m", (*base, "ring_m"), ring, label=tr("collar to crossover ring"), quantity=Quantity.COIL, wide=62,
               put=partial(_type_placed, axle, "ring_m", "typed")).gap(4)  # fmt: skip
    for key, words in (("close", tr("Close pairs")), ("far", tr("Far pairs"))):
        line.button(f"pairs {key}", words, partial(look, "" if shelf == key else key), filled=shelf == key)
    words = tr("Add third") if stack.third is None else tr("Remove third")
    line.button("stack third", words, partial(_third, sheet, axle, stack.third is None))
    if pair is not None:
        lay_fitted_now(line, axle, pair.pair.ring_m)


def _type_placed(axle: int, field: str, placed: str, job: Job, si: float | None, typed: str) -> Job:
    """A typed ring is placed as typed, one of a typed share by that share."""
    base = path_to(JOB.proposal.axles[axle].stack)
    job = edits.put(job, (*base, "placed"), placed)
    return edits.put(job, (*base, field), None if si is None else {"value": si, "typed": typed})


def _third(sheet: Sheet, axle: int, add: bool) -> None:
    sheet.put(path_to(JOB.proposal.axles[axle].stack.third), {} if add else None, tr("third spring"))


def _lay_parts(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """The springs, top to bottom as they stand on the shock."""
    t, stack = v.theme, v.job.proposal.axles[axle].stack
    cell = QSize(round(t.px(64)), round(t.px(24)))
    table = Table(sheet, at.x(), at.y(), at.x() + t.px(92), t.px(72), t.px(29), cell, head=20 / 29, drop=4)
    for n, row in enumerate(COLUMNS):
        table.title(f"stack {row.field} word", n, tr(row.words), unit=v.reader.preset.unit(row.quantity).sign, weight=600)
    fitted = [(key, words) for key, words in PARTS if getattr(stack, key) is not None]
    for k, (key, words) in enumerate(fitted):
        table.name(f"stack {key} word", k, tr(words), weight=600)
        form = Form(f"stack {key}", (*path_to(JOB.proposal.axles[axle].stack), key), getattr(stack, key), COLUMNS)
        for n, row in enumerate(COLUMNS):
            lay_field(sheet, v, form, replace(row, words=f"{tr(words)}, {tr(row.words)}"), table.cell(k, n)[0], PART)


def _lay_sizes(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """What the springs stand on, in two columns."""
    t, fit, base = v.theme, v.job.proposal.axles[axle], path_to(JOB.proposal.axles[axle].stack)
    puts, y = {"share": partial(_type_placed, axle, "share", "by share")}, 0.0
    for n, (rows, sizes) in enumerate(zip(SIZES, (NARROW, LONG), strict=True)):
        place = at + QPointF(n * t.px(234), 0)
        y = lay_list(sheet, v, Form("stack", base, fit.stack, rows, puts=puts), place, sizes)
    beside = Line(sheet, v, at + QPointF(0, 2 * t.px(NARROW.high))).upto(NARROW.wide + 54).place(50)
    lay_field(sheet, v, Form("stack", base, fit.stack, (STEP,)), STEP, beside[0], NARROW)
    pick = Form("stack", path_to(JOB.proposal.axles[axle].pick), fit.pick, (MULTIPLE,))
    lay_list(sheet, v, pick, QPointF(at.x() + t.px(234), y), LONG)


def _lay_collars(sheet: Sheet, v: View, axle: int, y: float, pair: Stacked) -> None:
    """How far each collar goes down, by corner; typed or solved."""
    r, base = v.reader, path_to(JOB.proposal.axles[axle])
    line = Line(sheet, v, QPointF(v.theme.margin, y), size=13)
    line.words("collar word", tr("collar down"), weight=600, unit=r.preset.coil.sign, size=13.5).gap(6)
    stands = pair.seated.collar_typed or v.a.orders[axle].can_be_had
    for side in (0, 1):
        down, placed = pair.seated.collar_m[side], Shown(workings.stacked.collar, axle, side)
        guessed = Origin.ASSUMED if is_approximate(v.a, placed) else Origin.SOLVED
        line.words(f"collar {SIDES[side]} word", tr(SIDES[side]), role="ink2")
        line.field(f"collar {side}", (*base, SIDES[side], "collar_m"), Figure(down, guessed) if stands else None, wide=64,
                   label=tr("collar down, {corner}", corner=r.corner(axle, side)), quantity=Quantity.COIL, figure=14)  # fmt: skip
        turns = number(abs(down) / pair.shock.thread_m, Quantity.RATIO, r.preset, decimals=1)
        said = tr("{n} turns up", n=turns) if down < 0 else tr("{n} turns", n=turns)
        turned = v.number(placed, said) if stands else NOTHING
        line.words(f"collar turns {side} word", turned, role="ink2").gap(12)
    line.button("solve collars", tr("Calculate"), partial(_solve, sheet, axle)).gap(4)
    if not stands:
        line.words("collar state word", tr(NONE_HOLDS), weight=600, role="fault", size=12.5)
        return
    left = pair.shock.down_m
    said = tr("{m} of thread remaining below", m=r.coil(left)) if left >= 0 else tr("needs {m} more thread", m=r.coil(-left))
    state = tr("as typed") if pair.seated.collar_typed else tr("calculated")
    line.words("collar state word", f"{state}, {said}", role="ink2" if left >= 0 else "watch", size=12.5)


def _solve(sheet: Sheet, axle: int) -> None:
    sheet.edited.emit(lambda job: solve_again(job, axle), tr("calculate the collars"), -1)


def _lay_said(sheet: Sheet, v: View, axle: int, at: QPointF, pair: Stacked) -> None:
    """What it does, a line each."""
    t, r = v.theme, v.reader
    spare = pair.main_at_bump_m - pair.pair.main.solid_m
    near, far = (r.coil(m).split(" ")[0] for m in (pair.window.nearest_m, pair.window.furthest_m))
    main = Shown(workings.stacked.main_at_bump, axle)
    placed = v.number(main, near)
    free = pair.window.missing_m == 0.0
    if free:
        window = tr("crossover ring {low} to {high} {unit} from the collar", low=placed, high=far, unit=r.preset.coil.sign)
    else:
        window = tr("no valid crossover-ring position: {m} short", m=v.number(main, r.coil(pair.window.missing_m)))
    said = {"m": v.number(main, r.coil(pair.main_at_bump_m)), "spare": v.number(main, r.coil(spare))}
    bump = tr("main spring {m} at full bump, {spare} above solid", **said)
    lines = (
        (*_hanging(v, axle, pair), workings.stacked.hanging, 0),
        (*_change(v, axle, pair), workings.stacked.change if pair.crossover else None, v.case),
        (bump, pair.main_tight, workings.stacked.main_at_bump, 0),
    )
    for n, (words, bad, says, case) in enumerate(lines):
        shown = None if says is None else Shown(says, axle, case=case)
        sheet.text(
            f"stack said {n}",
            words,
            at + QPointF(0, n * t.px(19)),
            size=13.5,
            weight=600 if bad else 400,
            role="watch" if bad else "ink",
            shown=shown,
        )
    sheet.text("stack window words", window, at + QPointF(t.px(492), 0), size=13.5, weight=600, role="ink" if free else "fault")
    if pair.top_spare_m is not None:
        low = pair.top_tight
        top = Shown(workings.stacked.top_spring, axle)
        m = v.number(top, r.coil(abs(pair.top_spare_m)))
        words = tr("top spring {m} above solid, collar run down", m=m)
        if pair.top_spare_m < 0:
            words = tr("top spring {m} past solid, collar run down", m=m)
        sheet.text("stack top", words, at + QPointF(t.px(492), t.px(19)), size=12.5, weight=600 if low else 400,
                   role="watch" if low else "ink2", shown=top)  # fmt: skip


def _hanging(v: View, axle: int, pair: Stacked) -> tuple[str, bool]:
    """Preload at full droop, in words, and whether it warns."""
    r, before = v.reader, pair.preload_m
    shown = Shown(workings.stacked.hanging, axle)
    far = v.number(shown, r.coil(abs(before)))
    if before < 0:
        return tr("full droop: loose by {m}", m=far), True
    holds = v.number(shown, r.mass(pair.hanging_n / GRAVITY))
    turns = v.number(shown, number(pair.turns, Quantity.RATIO, r.preset, decimals=1))
    said = {"m": far, "n": turns, "load": holds}
    if before > 0.002:
        return tr("full droop: preload {m} ({n} turns), {load}: use a spring compressor", **said), pair.much_preload
    return tr("full droop: preload {m} ({n} turns), {load}: no compressor needed", **said), pair.much_preload


def _change(v: View, axle: int, pair: Stacked) -> tuple[str, bool]:
    """Where the rate changes, from ride height in the chosen case, and whether that warns."""
    if pair.change_m is None or pair.crossover is None:
        return tr("the slider sits on the crossover ring: the top spring never works"), True
    by = tr(CROSSED_BY[pair.crossover.by])
    away = pair.change_m - float(pair.ride_m[v.case])
    shown = Shown(workings.stacked.change, axle, case=v.case)
    wheel = v.number(shown, v.reader.height_unit(abs(away) / float(pair.ratio[v.case])))
    said = {"shaft": v.number(shown, v.reader.coil(abs(away))), "wheel": wheel, "by": by}
    if away > 0:
        return tr("crossover {wheel} above ride at the wheel ({shaft} of shaft), {by}", **said), False
    return tr("crossover {wheel} below ride at the wheel ({shaft} of shaft): top spring inactive, {by}", **said), True


def _lay_shelf(sheet: Sheet, v: View, axle: int, y: float, *, far: bool) -> None:
    """Pairs off the shelf, a button each."""
    t = v.theme
    try:
        choices = pairs_for(v.a, axle, far=far)
    except OutOfRange as refused:
        why = say_out_of_range(refused).words(v.reader.preset)
        sheet.text(
            "shelf waits words",
            tr("No pair with rates far apart. {why}", why=why) if far else tr("No pair with rates close together. {why}", why=why),
            QPointF(t.margin, y + t.px(4)),
            size=13,
            role="fault",
            width=sheet.width() - 2 * t.margin,
        )
        return
    if not choices:
        words = tr("No stock pair fits here. Enter collar to perch and thread, or change the target.")
        sheet.text("shelf waits words", words, QPointF(t.margin, y + t.px(4)), size=13, role="watch")
        return
    wide = (sheet.width() - t.px(40)) / 2
    for n, choice in enumerate(choices):
        at = QPointF(t.margin + (n % 2) * (wide + t.px(8)), y + (n // 2) * t.px(28))
        take = partial(sheet.edited.emit, partial(with_pair, axle=axle, choice=choice, far=far), tr("stock pair"), -1)
        made = sheet.button(f"shelf {n}", pair_words(choice, v.reader), at, take, width=round(wide))
        set_tip(made, tr("Solid lengths are assumed until entered from the maker's list"))
