"""Below the Spring chart of a leaf axle, in place of its leaves: how the pack hangs and is held, and what leaves to add."""

from __future__ import annotations

import math
from functools import partial

from PyQt6.QtCore import QPointF, QSize

from isostat.assess import workings
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.leaf import hanging, over_to_under_m, turned_rad, u_bolt_m
from isostat.assess.spring.judge_leaf import shackle_leans
from isostat.assess.spring.leaf import packed, rise_told
from isostat.assess.spring.leaves_to_add import LeavesOffered, with_added
from isostat.assess.workings import Shown, explain
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.leaves_to_add import Added
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.units.format import with_unit
from isostat.units.unit import Quantity

FIELDS = (
    ("shackle_m", "shackle", Quantity.COIL, None),
    ("lean_rad", "its lean, top rear +", Quantity.ANGLE, None),
    ("new_shackle_m", "new shackle", Quantity.COIL, None),
    ("hanger_m", "front hanger down", Quantity.COIL, 0.0),
    ("wedge_rad", "wedge, pinion up +", Quantity.ANGLE, 0.0),
    ("friction", "friction of load", Quantity.SHARE, rules.LEAF_FRICTION),
    ("tube_m", "axle's tube", Quantity.COIL, None),
    ("plate_m", "spring plate", Quantity.COIL, rules.SPRING_PLATE),
    ("bolt_m", "U-bolt's rod", Quantity.COIL, rules.U_BOLT_ROD),
)


def lay_hardware(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Places fields and what follows from them, left of the pack's own results."""
    t, told, base = v.theme, v.job.proposal.axles[axle].pack, ("proposal", "axles", axle, "pack")
    size, wide = QSize(round(t.px(66)), round(t.px(24))), t.px(134)
    for n, (field, words, quantity, usual) in enumerate(FIELDS):
        place = at + QPointF((n % 4) * wide, (n // 4) * t.px(44))
        sheet.text(f"leaf {field} word", words, place, size=12, weight=600, unit=v.reader.preset.unit(quantity).sign)
        reading = getattr(told, field)
        value, assumed = (reading.value, reading.assumed) if reading else (usual, usual is not None)
        below = place + QPointF(0, t.px(16))
        sheet.field(f"leaf {field}", (*base, field), below, size, label=words, quantity=quantity, value=value, assumed=assumed,
                    empty="–", figure=13)  # fmt: skip
    _lay_said(sheet, v, axle, at + QPointF(t.px(134), t.px(96)))


def _lay_said(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """What shackle, wedge, bolts and friction come to, in lines; leaves to add at the foot."""
    t, r, told = v.theme, v.reader, packed(v.a, axle)
    if told is None:
        return
    pack = v.job.proposal.axles[axle].pack
    lines: list[tuple[str, str, Shown | None]] = []
    try:
        hung = hanging(pack)
        if hung is not None:
            raised = Shown(workings.leaf_hardware.raised, axle)
            frame = f"frame {'up' if hung.raised_m >= 0 else 'down'} {v.number(raised, r.coil(abs(hung.raised_m)))}"
            lines.append(("raised", frame, raised))
            leans = shackle_leans(v.a, axle, 0)
            assert leans is not None
            each = ", ".join(f"{math.degrees(lean):.0f}°".replace("-", "−") for lean in leans)
            lines.append(("leans word", f"left shackle leans {each} hanging, at the target, at full bump", None))
        turned = turned_rad(pack)
        if hung is not None:
            way = "up" if turned >= 0 else "down"
            nose = Shown(workings.leaf_hardware.turned, axle)
            said = f"pinion {v.number(nose, with_unit(abs(turned), Quantity.ANGLE, r.preset))} {way}"
            lines.insert(1, ("turned", said, nose))
    except (Incomplete, OutOfRange) as why:
        lines.append(("hangs word", str(why), None))
    friction = Shown(workings.leaf_hardware.friction, axle)
    band = v.number(friction, f"± {r.coil(explain(v.a, friction).result)}")
    lines.append(("friction", f"friction band {band}", friction))
    legs = u_bolt_m(pack, told.pack, max(v.a.orders[axle].order.spacer_m))
    if legs is not None:
        over = over_to_under_m(pack, told.pack)
        assert over is not None
        lines.append(
            (
                "u-bolt",
                f"U-bolt legs {v.number(Shown(workings.leaf_hardware.u_bolt, axle), r.coil(legs))}",
                Shown(workings.leaf_hardware.u_bolt, axle),
            )
        )
        lines.append(("other side word", f"axle to the spring's other side: {r.coil(over)}", None))
    lines.sort(key=lambda line: line[2] is None)  # the long ones last, each on a line of its own
    short = sum(shown is not None for _, _, shown in lines)
    for n, (key, words, shown) in enumerate(lines):
        row = n // 2 if n < short else (short + 1) // 2 + n - short
        place = at + QPointF((n % 2) * t.px(206) if n < short else 0.0, row * t.px(18))
        sheet.text(f"hung {key}", words, place, size=12.5, shown=shown)


def lay_adding(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Leaves in place of the block, off a pack that stands too high, or for a load: a button for each way."""
    t = v.theme
    if packed(v.a, axle) is None:
        return
    path = ("proposal", "axles", axle, "pack", "wanted_more_kg")
    words = "more to carry a side, as high as weighed; empty: for the target's lift"
    box = sheet.text("leaf wanted word", words, at + QPointF(0, 3), size=12.5, unit=v.reader.preset.mass.sign)
    entry(sheet, v, "leaf wanted more", path, (QPointF(box.right() + t.px(8), at.y()), QSize(round(t.px(60)), round(t.px(24)))),
          label="more to carry, a side", quantity=Quantity.MASS)  # fmt: skip
    at = at + QPointF(0, t.px(32))
    offered = (v.leaves or {}).get(axle) if v.leaves_fresh else None
    if offered is None:
        sheet.text("leaf adding wait", "Being worked out.", at, size=12.5, role="ink2")
    elif isinstance(offered, str):
        sheet.text("leaf adding waits word", offered, at, size=12.5, role="brick", width=t.px(500))
    elif not offered:
        words = "One or two more leaves will not do it. Re-arch the pack, or change the lift or the load."
        sheet.text("leaf adding waits word", words, at, size=12.5, role="ochre", width=t.px(500))
    else:
        for n, way in enumerate(offered):
            take = partial(_take, sheet, axle, way.added)
            sheet.button(f"leaf adding {n}", _said(v, way), at + QPointF(0, n * t.px(28)), take)


def _said(v: View, offered: LeavesOffered) -> str:
    r, way = v.reader, offered.added
    leaves = "leaf" if way.count == 1 else "leaves"
    return (
        f"Add {way.count} {leaves} under main, {r.coil(way.leaf.thick_m)}, rise {r.coil(rise_told(way.leaf))}: "
        f"{r.rate(way.rate)}, full bump {r.percent(offered.used)} of limit"
    )


def _take(sheet: Sheet, axle: int, way: Added) -> None:
    sheet.edited.emit(lambda job: with_added(job, axle, way), f"{way.count} leaves more", -1)
