"""The readings below the list, axle by axle: bar, links, shaft, lamps and valve. They can only be taken before teardown."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.knock_on.arms import HALF_SHAFT, ROD
from isostat.assess.knock_on.arms import NEEDS as ARM_NEEDS
from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.moved import ONE_ARM, TWO_LINKS, held_by
from isostat.assess.knock_on.shaft import NEEDS as SHAFT
from isostat.assess.knock_on.shaft import PIECES, SLIP
from isostat.assess.knock_on.sideways import LINK, WHEEL
from isostat.assess.knock_on.sideways import NEEDS as BAR
from isostat.assess.knock_on.square import ACROSS, DIAGONALS, HUBS, KINGPINS, LINKS, PLACES
from isostat.desktop.pieces.line import Line, tyre_field
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, Path, bounds_at, path_to
from isostat.job.points import OF_A_VALVE, SIDES
from isostat.language import capital, later, tr
from isostat.units.unit import Quantity
from isostat.wording.knock_on import say_reading
from isostat.wording.knock_on_words import READINGS

GROUPS = {
    "bar": later("Panhard bar, steering"), "links": later("Links"), "square": later("Squareness"), "shaft": later("Propshaft"),
    "arms": later("Arms, half-shafts"), "body": later("Lamps, valve, hoses, tyres"),
}  # fmt: skip
GROUP_OF = {
    What.SIDEWAYS: "bar", What.BAR_SLOPE: "bar", What.OFF_CENTRE: "bar", What.STEERING_WHEEL: "bar", What.BUMP_STEER: "bar",
    What.CASTER: "links", What.PINION: "links", What.WHEELBASE: "links",
    What.FRONT_JOINT: "shaft", What.REAR_JOINT: "shaft", What.RIPPLE: "shaft", What.SLIP_IN: "shaft", What.SLIP_OUT: "shaft",
    What.CAMBER: "arms", What.HALF_SHAFT: "arms", What.HALF_SHAFT_DROOP: "arms", What.PLUNGE_IN: "arms", What.PLUNGE_OUT: "arms",
    What.BAR_ARM: "arms", What.LAMPS: "body",
    What.LAMP_HEIGHT: "body", What.VALVE: "body", What.VALVE_GAP: "body", What.SPEEDOMETER: "body", What.CRAB: "bar",
    What.CARRIER_JOINT: "shaft", What.JOINTS_DROOP: "shaft", What.TOE: "arms", What.BALL: "arms", What.HALF_SHAFT_LOCK: "arms",
    What.BAR_OVER: "arms", What.HOSE: "body", What.HOSE_CROSSED: "body", What.WIRE: "body", What.WIRE_CROSSED: "body",
    What.TRUE_AHEAD: "square", What.TRUE_ACROSS: "square",
    What.PINION_BACK: "square", What.AIDS: "body", What.LEVEL: "body", What.APPROACH: "body", What.BREAKOVER: "body",
    What.DEPARTURE: "body", What.TIPS_AT: "body",
}  # fmt: skip
HELD = (None, "leaves", "two links", "one arm")
HELD_WORDS = (later("not said"), later("leaves"), later("two links a side"), later("one arm, solid with the axle"))
FRAMES = ("ahead", "behind")
FRAME_WORDS = (later("frame ends ahead"), later("frame ends behind"))
ARMS = (None, "two arms", "strut")
ARM_WORDS = (later("not said"), later("two arms"), later("arm and strut"))
RACKS = (None, "ahead", "behind")
RACK_WORDS = (later("rack: not said"), later("rack ahead of the axle"), later("rack behind the axle"))
JOINTS = ("single", "double cardan")
JOINT_WORDS = (later("single joint at the gearbox"), later("double cardan at the gearbox"))
AIDS = (None, "none", "cameras", "level sensors", "both")
AIDS_WORDS = (later("driver aids: not said"), later("no cameras, no level sensors"), later("cameras or radar"),
              later("level sensors"), later("cameras and level sensors"))  # fmt: skip
FIELD = 62.0  # px


def lay_readings(sheet: Sheet, v: View, area: QRectF, group: str, axle: int, turn: Callable[[str, int], object]) -> None:
    """Tabs of what and where, then a field a reading. turn: to another group or axle."""
    t = v.theme
    line = Line(sheet, v, area.topLeft(), size=13)
    groups = list(GROUPS)
    line.tabs("knock group", [tr(words) for words in GROUPS.values()], groups.index(group), lambda n: turn(groups[n], axle)).gap(6)
    if group != "body" and len(v.a.axles) > 1:
        names = [a.name for a in v.job.vehicle.axles]
        line.tabs("knock axle", names, axle, lambda n: turn(group, n)).gap(6)
    at = area.topLeft() + QPointF(0, t.px(34))
    if group in ("bar", "links") and v.job.vehicle.axles[axle].layout != "solid":
        words = tr("Single wheels: no bar or link holds this axle. See arms, half-shafts.")
        sheet.text("knock single", words, at, size=13, role="ink2", width=area.width())
        return
    if group == "arms" and v.job.vehicle.axles[axle].layout == "solid":
        base = path_to(JOB.vehicle.axles[axle])
        _fields(sheet, v, at, [(*base, "bar_link_m")])
        return
    if group == "square" and axle == 0:
        words = tr("The front axle is taken as square; the others are set to it.")
        sheet.text("knock front", words, at, size=13, role="ink2", width=area.width())
        return
    ways = {"bar": _bar, "links": _links, "square": _square, "shaft": _shaft, "arms": _arms, "body": _body}
    ways[group](sheet, v, at, axle)


def _fields(sheet: Sheet, v: View, at: QPointF, paths: list[Path], line: Line | None = None) -> Line:
    """A word and a field each, in as many lines as they take."""
    t = v.theme
    line = line or Line(sheet, v, at, size=13)
    for path in paths:
        words = say_reading(path)
        wide = sheet.text_width(words, 13) + t.px(FIELD + 30)
        line = _with_room(line, wide)
        key = "knock " + " ".join(str(part) for part in path)
        quantity = Quantity(bounds_at(v.job, path).quantity)
        line.words(f"{key} word", words, role="ink2", unit=v.reader.preset.unit(quantity).sign)
        line.reading(key, path, label=words, quantity=quantity, wide=FIELD).gap(8)
    return line


def _with_room(line: Line, wide: float) -> Line:
    """The line, or the one below it where so many px more would leave the sheet."""
    if line.x + wide <= line.sheet.width() - line.v.theme.margin or line.x == line.begin:
        return line
    return Line(line.sheet, line.v, QPointF(line.begin, line.y + line.v.theme.px(29)), size=line.size)


def _bar(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    base = path_to(JOB.vehicle.axles[axle])
    line = _fields(sheet, v, at, [(*base, name) for name in BAR])
    now = SIDES.index(v.job.vehicle.axles[axle].track_bar_side)
    said = [tr("frame end on the left"), tr("frame end on the right")]
    label = tr(READINGS["track_bar_side"])
    _choice(line, "side", said, now, lambda n: sheet.put((*base, "track_bar_side"), SIDES[n], label), label, 168)
    if v.job.vehicle.axles[axle].steered:
        _drag_link(sheet, v, QPointF(at.x(), at.y() + v.theme.px(58)), (*base, "drag_link"), axle)


def _drag_link(sheet: Sheet, v: View, at: QPointF, base: Path, axle: int) -> None:
    line = Line(sheet, v, at, size=13).words("knock link word", tr("Drag link:"), weight=600)
    line = _fields(sheet, v, at, [(*base, name) for name in (*LINK, *WHEEL)], line)
    label = tr(READINGS["box_side"])
    said, now = [tr("box on the left"), tr("box on the right")], SIDES.index(v.job.vehicle.axles[axle].drag_link.box_side)
    _choice(line, "box", said, now, lambda n: sheet.put((*base, "box_side"), SIDES[n], label), label, 140)


def _choice(line: Line, key: str, said: list[str], now: int, chosen: Callable[[int], object], label: str, wide: float) -> None:
    line = _with_room(line, line.v.theme.px(wide))
    line.choice(f"knock {key}", said, now, chosen, label=label, wide=wide)


def _links(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    base, links = path_to(JOB.vehicle.axles[axle].links), v.job.vehicle.axles[axle].links
    by, frame = tr("axle held by"), tr("frame ends")
    line = Line(sheet, v, at, size=13)
    said = [tr(words) for words in HELD_WORDS]
    if links.by is None and held_by(v.a, axle) == "leaves":
        said[0] = tr("leaves, as found")
    line.choice("knock by", said, HELD.index(links.by),
                lambda n: sheet.put((*base, "by"), HELD[n], by), label=by, wide=190)  # fmt: skip
    line.choice("knock frame", [tr(words) for words in FRAME_WORDS], FRAMES.index(links.frame),
                lambda n: sheet.put((*base, "frame"), FRAMES[n], frame), label=frame, wide=150).gap(8)  # fmt: skip
    wanted = {"two links": TWO_LINKS, "one arm": ONE_ARM}.get(held_by(v.a, axle) or "", ())
    paths: list[Path] = [(*base, "caster_rad")] if v.job.vehicle.axles[axle].steered else []
    paths += [(*path_to(JOB.vehicle.axles[axle]), "pinion_rad"), (*base, "lead_m")]
    _fields(sheet, v, at, [*paths, *((*base, name) for name in wanted)], line)


def _square(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    base, t = path_to(JOB.vehicle.axles[axle].square), v.theme
    rows = (
        (tr("Taped:"), (*HUBS, *DIAGONALS)),
        ("", (*KINGPINS, *PLACES)),
        ("", (*ACROSS, "pinion_rad")),
        (tr("Links:"), LINKS),
    )
    y = at.y()
    for n, (words, names) in enumerate(rows):
        line = Line(sheet, v, QPointF(at.x(), y), size=13)
        if words:
            line.words(f"knock square {n} word", words, weight=600)
        paths: list[Path] = [(*base, name) for name in names]
        if n == len(rows) - 1:
            paths.append((*path_to(JOB.vehicle.axles[axle].links), "lead_m"))
        y = _fields(sheet, v, QPointF(at.x(), y), paths, line).y + t.px(32)
    words = tr("Air springs: bags at ride height first, then the links, then axle to axle. Roll it before the tape is read again.")
    sheet.text("knock square words", words, QPointF(at.x(), y), size=12.5, role="ink2", width=sheet.width() - 2 * t.margin)


def _shaft(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    base, shaft = path_to(JOB.vehicle.axles[axle]), v.job.vehicle.axles[axle].shaft
    label = tr("joint at the gearbox")
    line = Line(sheet, v, at, size=13)
    line.choice("knock joint", [tr(words) for words in JOINT_WORDS], JOINTS.index(shaft.box_joint),
                lambda n: sheet.put((*base, "shaft", "box_joint"), JOINTS[n], label), label=label, wide=230).gap(8)  # fmt: skip
    _fields(sheet, v, at, [*((*base, "shaft", name) for name in (*SHAFT, *SLIP, *PIECES)), (*base, "pinion_rad")], line)


def _arms(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    base, arms, t = path_to(JOB.vehicle.axles[axle].arms), v.job.vehicle.axles[axle].arms, v.theme
    line, label = Line(sheet, v, at, size=13), tr("wheel held by")
    line.choice("knock arms", [tr(words) for words in ARM_WORDS], ARMS.index(arms.by),
                lambda n: sheet.put((*base, "by"), ARMS[n], label), label=label, wide=150).gap(8)  # fmt: skip
    names = (*ARM_NEEDS.get(arms.by or "", ()), "camber_rad", "ball_rad")
    line = _fields(sheet, v, at, [(*base, name) for name in names], line)
    line, label = Line(sheet, v, QPointF(at.x(), line.y + t.px(34)), size=13), tr(READINGS["rack"])
    line.choice("knock rack", [tr(words) for words in RACK_WORDS], RACKS.index(arms.rack),
                lambda n: sheet.put((*base, "rack"), RACKS[n], label), label=label, wide=230).gap(8)  # fmt: skip
    line = _fields(sheet, v, at, [(*base, name) for name in (*ROD[1:], "toe_rad", "lock_rad")], line)
    line = Line(sheet, v, QPointF(at.x(), line.y + t.px(34)), size=13)
    _fields(sheet, v, at, [*((*base, name) for name in HALF_SHAFT), (*path_to(JOB.vehicle.axles[axle]), "bar_link_m")], line)


def _body(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    vehicle = path_to(JOB.vehicle)
    label, aids = tr("driver aids"), v.job.vehicle.aids
    line = _fields(sheet, v, at, [(*vehicle, name) for name in ("headlamp_m", "headlamp_drop_m", *OF_A_VALVE)])
    line = _with_room(line, v.theme.px(240))
    line.choice("knock aids", [tr(words) for words in AIDS_WORDS], AIDS.index(aids),
                lambda n: sheet.put((*vehicle, "aids"), AIDS[n], label), label=label, wide=230).gap(8)  # fmt: skip
    rear = len(v.a.axles) - 1
    words = tr("new tyre radius or size, {axle}", axle=v.reader.axle(rear))
    line = _with_room(line, sheet.text_width(words, 13) + v.theme.px(FIELD + 24))
    line.words("knock tyre word", words, role="ink2", unit=v.reader.preset.unit(Quantity.HEIGHT).sign)
    tyre_field(line, "knock tyre", rear)
    for n in range(len(v.a.axles)):
        line = _slack(sheet, v, QPointF(at.x(), line.y + v.theme.px(29)), n)
    sheet.text(
        "knock caution",
        capital(tr("lamps, brakes and alignment: as law and maker ask, by those licensed for it.")),
        QPointF(at.x(), line.y + v.theme.px(30)),
        size=12.5,
        role="ink2",
    )


def _slack(sheet: Sheet, v: View, at: QPointF, axle: int) -> Line:
    """Of the hoses and wires of an axle, left and right."""
    line = Line(sheet, v, at, size=13).words(f"knock slack {axle}", f"{v.job.vehicle.axles[axle].name}:", weight=600)
    for field in ("hose_slack_m", "wire_slack_m"):
        base = path_to(JOB.vehicle.axles[axle])
        name = say_reading((*base, "left", field))
        words = tr("{reading}, left and right", reading=name)
        line = _with_room(line, sheet.text_width(words, 13) + v.theme.px(2 * FIELD + 50))
        line.words(f"knock {field} {axle} word", words, role="ink2", unit=v.reader.preset.unit(Quantity.HEIGHT).sign)
        for n, side in enumerate(SIDES):
            label, path = tr("{corner}, {reading}", corner=v.reader.corner(axle, n), reading=name), (*base, side, field)
            line.reading("knock " + " ".join(str(part) for part in path), path, label=label, quantity=Quantity.HEIGHT, wide=FIELD)
    return line
