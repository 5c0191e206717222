"""Below the Spring chart of a leaf axle, in place of its leaves: how the pack hangs and is held, and what leaves to add."""

from __future__ import annotations

import math
from functools import partial

from PyQt6.QtCore import QPointF

from isostat.assess import workings
from isostat.assess.spring.leaf import kept_rise, packed
from isostat.assess.spring.leaf_hardware import leaf_hardware
from isostat.assess.spring.leaves_to_add import LeavesOffered, with_added
from isostat.assess.workings import Shown, explain
from isostat.core import rules
from isostat.desktop.pieces.form import Form, Row, lay_grid
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.language import decimal, later, tr, trn
from isostat.units.format import with_unit
from isostat.units.saying import Saying
from isostat.units.unit import Quantity

FIELDS = (
    Row("shackle_m", later("shackle length"), Quantity.COIL),
    Row("lean_rad", later("shackle angle, rear +"), Quantity.ANGLE),
    Row("new_shackle_m", later("new shackle length"), Quantity.COIL),
    Row("hanger_m", later("front hanger lowered"), Quantity.COIL, 0.0),
    Row("wedge_rad", later("wedge, pinion up +"), Quantity.ANGLE, 0.0),
    Row("friction", later("leaf friction, of load"), Quantity.SHARE, rules.LEAF_FRICTION),
    Row("tube_m", later("axle tube dia."), Quantity.COIL),
    Row("plate_m", later("spring plate"), Quantity.COIL, rules.SPRING_PLATE),
    Row("bolt_m", later("U-bolt dia."), Quantity.COIL, rules.U_BOLT_ROD),
)


def lay_hardware(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Places fields and what follows from them, left of the pack's own results."""
    t, form = v.theme, Form("leaf", path_to(JOB.proposal.axles[axle].pack), v.job.proposal.axles[axle].pack, FIELDS)
    lay_grid(sheet, v, form, at, columns=4)
    _lay_said(sheet, v, axle, at + QPointF(t.px(134), t.px(96)))


def _lay_said(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """What shackle, wedge, bolts and friction come to, in lines; leaves to add at the foot."""
    t, r, made = v.theme, v.reader, leaf_hardware(v.a, axle)
    if made is None:
        return
    lines: list[tuple[str, str, Shown | None]] = []
    if made.raised_m is not None:
        raised = Shown(workings.leaf_hardware.raised, axle)
        lines.append(("raised", _raised(made.raised_m, v.number(raised, r.coil(abs(made.raised_m)))), raised))
    if made.turned_rad is not None:
        nose = Shown(workings.leaf_hardware.turned, axle)
        turned = v.number(nose, with_unit(abs(made.turned_rad), Quantity.ANGLE, r.preset))
        lines.append(
            (
                "turned",
                tr("pinion {angle} up", angle=turned) if made.turned_rad >= 0 else tr("pinion {angle} down", angle=turned),
                nose,
            )
        )
    if made.leans_rad is not None:
        droop, target, bump = (f"{decimal(math.degrees(lean), 0)}°" for lean in made.leans_rad)
        said = tr("shackle angle, left: droop {droop} · target {target} · full bump {bump}", droop=droop, target=target, bump=bump)
        lines.append(("leans word", said, None))
    if made.fault:
        lines.append(("hangs word", made.fault.words(r.preset), None))
    friction = Shown(workings.leaf_hardware.friction, axle)
    band = v.number(friction, f"± {r.coil(explain(v.a, friction).result)}")
    lines.append(("friction", tr("friction band {band}", band=band), friction))
    if made.legs_m is not None and made.other_side_m is not None:
        legs = Shown(workings.leaf_hardware.u_bolt, axle)
        lines.append(("u-bolt", tr("U-bolt leg length {m}", m=v.number(legs, r.coil(made.legs_m))), legs))
        lines.append(("other side word", tr("spring-over/under conversion: {m}", m=r.coil(made.other_side_m)), None))
    lines.sort(key=lambda line: line[2] is None)  # the long ones last, each on a line of its own
    short = sum(shown is not None for _, _, shown in lines)
    for n, (key, words, shown) in enumerate(lines):
        row = n // 2 if n < short else (short + 1) // 2 + n - short
        place = at + QPointF((n % 2) * t.px(206) if n < short else 0.0, row * t.px(18))
        sheet.text(f"hung {key}", words, place, size=12.5, shown=shown)


def _raised(m: float, said: str) -> str:
    return tr("shackle/hanger lift {m}", m=said) if m >= 0 else tr("shackle/hanger drop {m}", m=said)


def lay_adding(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Leaves in place of the block, off a pack that stands too high, or for a load: a button for each way."""
    t = v.theme
    if packed(v.a, axle) is None:
        return
    words = tr("extra load per side at as-weighed height (blank: target lift)")
    line = Line(sheet, v, at).words("leaf wanted word", words, unit=v.reader.preset.mass.sign)
    line.reading("leaf wanted more", path_to(JOB.proposal.axles[axle].pack.wanted_more_kg), label=tr("extra load per side"),
                 quantity=Quantity.MASS)  # fmt: skip
    at = at + QPointF(0, t.px(32))
    offered = (v.leaves or {}).get(axle) if v.leaves_fresh else None
    if offered is None:
        sheet.text("leaf adding wait", tr("Calculating."), at, size=12.5, role="ink2")
    elif isinstance(offered, Saying):
        sheet.text("leaf adding waits word", offered.words(v.reader.preset), at, size=12.5, role="fault", width=t.px(500))
    elif not offered:
        words = tr("One or two extra leaves will not do it. Re-arch the pack, or change the lift or load.")
        sheet.text("leaf adding waits word", words, at, size=12.5, role="watch", width=t.px(500))
    else:
        for n, way in enumerate(offered):
            count, change = way.added.count, partial(with_added, axle=axle, way=way.added)
            take = partial(sheet.edited.emit, change, trn("add 1 leaf", "add {n} leaves", count), -1)
            sheet.button(f"leaf adding {n}", _said(v, way), at + QPointF(0, n * t.px(28)), take)


def _said(v: View, offered: LeavesOffered) -> str:
    r, way = v.reader, offered.added
    said = {
        "thick": r.wire(way.leaf.thick_m), "arch": r.coil(kept_rise(way.leaf)), "rate": r.rate(way.rate),
        "p": r.percent(offered.used),
    }  # fmt: skip
    return trn(
        "Add 1 leaf {thick} under main, free arch {arch}: {rate}, stress at full bump {p} of limit",
        "Add {n} leaves {thick} under main, free arch {arch}: {rate}, stress at full bump {p} of limit",
        way.count,
        **said,
    )
