"""Stance: how high it shall sit, when, and how every case sits against that."""

from __future__ import annotations

import math
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.attitude import rake
from isostat.assess.stance.named_targets import WORDS, aim, words_of
from isostat.assess.stance.settlement import settling
from isostat.assess.workings import Shown, is_approximate
from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.elevation import Elevation, draw_body, draw_wheels, fit, hub_heights, scale_bar
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule, head_line
from isostat.desktop.pieces.ink import dimension, ground
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.stance.by_case_page import draw_by_case, lay_by_case
from isostat.desktop.stance.lines import draw_lines, lay_lines, sloped_lines
from isostat.desktop.stance.ways_page import lay_ways
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import target as target_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.language import later, tr
from isostat.units.unit import Quantity
from isostat.wording.reader import ABOUT

NUDGE = 0.001  # m a key press
PAGES = {"pose": later("Target"), "by case": later("By load case"), "ways": later("Ways to lift")}
LEANS = (later("keep as found"), later("level"))
STANCES = {
    "by lift": later("lift"), "level": later("level"), "keep rake": later("rake as found"),
    "level when full": later("level when full"),
    "as before the gear": later("as before the load"),
}  # fmt: skip
LIFTS = ("front_lift_m", "rear_lift_m")
LIFT_LABELS = {"front_lift_m": later("target lift, front"), "rear_lift_m": later("target lift, rear")}
ROW, CHART = 28, 152  # px of a row at the foot, and of the lines above it
SETTLED = (later("as fitted"), later("once settled"))


class StanceStep(Sheet):
    """Target typed or dragged; ghosts of as found and of every case; the tyre's share of ground to arch apart."""

    def __init__(self) -> None:
        super().__init__()
        self.page = "pose"

    def turn(self, page: str) -> None:
        """Another page of the step."""
        self.page = page
        self._relay()

    def _turn_to(self, n: int) -> None:
        self.turn(tuple(PAGES)[n])

    def _foot_top(self, v: View) -> float:
        return self.height() - v.theme.px(24 + ROW * len(v.a.axles))

    def _chart_top(self, v: View) -> float:
        return self._foot_top(v) - v.theme.px(CHART)

    def _fit(self, v: View) -> Elevation:
        t = v.theme
        return fit(v, QRectF(t.px(70), t.px(HEAD + 8), self.width() - t.px(140), max(self._chart_top(v) - t.px(HEAD + 40), 60)))

    @override
    def lay(self, v: View) -> None:
        t, top = v.theme, self._chart_top(v) + v.theme.px(26)
        self.lines = sloped_lines(v, QRectF(self.width() * 0.30, top, self.width() * 0.36, self._foot_top(v) - t.px(10) - top))
        line = head_line(self, v).tabs(
            "page", [tr(words) for words in PAGES.values()], tuple(PAGES).index(self.page), self._turn_to
        )
        area = QRectF(t.margin, t.px(HEAD + 12), self.width() - 2 * t.margin, self.height() - t.px(HEAD + 20))
        if self.page == "by case":
            self._by_case = lay_by_case(self, v, area)
            return
        if self.page == "ways":
            lay_ways(self, v, area)
            return
        self._lay_head(v, line.gap(6))
        self._lay_target(v)
        self._lay_axles(v)
        lay_lines(self, v, self.lines)
        self._lay_foot(v)

    def _lay_head(self, v: View, line: Line) -> None:
        target = v.job.target
        by_corner = bool(target.corners)
        lifts = (v.a.pose.front_lift_m, v.a.pose.rear_lift_m)
        named = (
            (tr("lift front"), tr("rear")) if len(v.a.axles) > 1 else (tr("lift"),)
        )  # a trailer's one axle: its coupling holds the nose
        for path, lift, words in zip(LIFTS, lifts, named, strict=False):
            key, guessed = f"{path.split('_')[0]} lift", getattr(target, path).assumed and not by_corner
            line.words(key + " word", words, role="ink2")
            line.field(key, (*path_to(JOB.target), path), Figure(lift, Origin.ASSUMED if guessed else Origin.COMPUTED),
                       label=tr(LIFT_LABELS[path]),
                       quantity=Quantity.HEIGHT, wide=66, figure=15, put=partial(_aim, path)).gap(4)  # fmt: skip
        ways, current = (LEANS, 0 if target.lean_m is None else 1) if not by_corner else ((*LEANS, later("by corner")), 2)
        line.words("lean word", tr("lean"), role="ink2")
        line.choice("lean", [tr(way) for way in ways], current, self._choose_lean, label=tr("target lean"), wide=116)
        names = [c.name for c in v.job.cases]
        line.gap(4).words("at word", tr("when"), role="ink2")
        line.choice("target case", names, v.a.target_case, lambda n: self.put(path_to(JOB.target.case), names[n],
                                                                              tr("target load case")),
                    label=tr("load case of the target"), wide=120)  # fmt: skip

    def _lay_target(self, v: View) -> None:
        """What the lift counts from, the stance in words, rake and cross weight."""
        t, target = v.theme, v.job.target
        ends = sorted({0, len(v.a.axles) - 1})
        bases = " / ".join(v.reader.height(float(v.a.baseline_m[i].mean())) for i in ends)
        sign, said = v.reader.preset.height.sign, words_of(v.a)
        ways = (
            WORDS
            if said and not target.corners
            else (*WORDS, later("heights by corner") if target.corners else later("rake typed"))
        )
        current = len(WORDS) if len(ways) > len(WORDS) else WORDS.index(said or WORDS[0])
        line = Line(self, v, QPointF(t.margin, t.px(HEAD + 4)), size=13, drop=4).words(
            "words word", tr("target set by"), role="ink2"
        )
        shown = [tr(STANCES.get(way, way)) for way in ways]
        line.choice("words", shown, current, self._choose_words, label=tr("how the target is set"), wide=134).gap(4)
        wanted = target.rake_m if not target.corners else None
        line.words("rake word", tr("rake, nose down"), role="ink2", unit=sign)
        line.field("rake", path_to(JOB.target.rake_m), Figure(wanted.value, Origin.TYPED) if wanted else None, wide=58,
                   label=tr("target rake, nose down, {front} to {rear}", front=rake(v.a).front, rear=rake(v.a).rear),
                   quantity=Quantity.HEIGHT,
                   put=_put_rake).gap(6)  # fmt: skip
        line.words("cross word", tr("cross weight"), role="ink2", unit="%")
        line.reading("cross weight", path_to(JOB.target.cross_share), label=tr("target cross weight, front right + rear left"),
                     quantity=Quantity.SHARE, wide=52, finer=True)  # fmt: skip
        line.choice("settled", [tr(when) for when in SETTLED], int(target.settled),
                    lambda n: self.put(path_to(JOB.target.settled), bool(n), tr("target as fitted or settled")),
                    label=tr("when the target height applies"), wide=112)  # fmt: skip
        self.text(
            "scale", tr("1 m, to scale"), QPointF(self.width() - t.margin, t.px(HEAD + 8)), size=12.5, role="ink2", anchor=RIGHT
        )
        given = {"from": bases, "unit": sign, "date": v.job.read_on}
        words = tr("Lift measured from {from} {unit} (as weighed, old springs).", **given)
        if v.job.read_on:
            words = tr("Lift measured from {from} {unit} (as weighed, old springs, {date}).", **given)
        jack = tr("Off the jack it stands ≈ {m} higher: roll it before reading.", m=v.reader.height_unit(rules.OFF_JACK))
        words = f"{words} {jack}"
        self.text("from", words, QPointF(t.margin, self._chart_top(v) - t.px(22)), size=13, role="ink2", halo=True)

    def _lay_axles(self, v: View) -> None:
        t, e, s = v.theme, self._fit(v), v.a.proposed
        hubs, last = hub_heights(v, s, v.case), len(v.a.axles) - 1
        for axle, info in enumerate(v.a.axles):
            hub = e.at(-info.x_m, hubs[axle])
            mean, target = float(s.hub_to_arch_m[axle, :, v.case].mean()), float(v.a.fitted_target_m[axle].mean())
            beside = self._beside(v, e, axle, hub, hubs[axle])
            left = beside + t.px(10) if beside > hub.x() else beside - t.px(166)
            at, key = QPointF(left, hub.y() - t.px(62)), Shown(workings.corner.mean_height, axle, 0, v.case)
            if axle in (0, last):  # a middle axle's heights stand in the strip
                self._lay_height(v, axle, at, key, mean, target)
                end = min(axle, 1)
                lift = (v.a.pose.front_lift_m, v.a.pose.rear_lift_m)[end]
                name = tr("{axle} lift {m}", axle=v.reader.corner(axle, None), m=v.reader.height_unit(lift))
                handle = Handle(lift, 1.0 / e.per_m, NUDGE, partial(self._lift, LIFTS[end]))
                self.grip(f"grip {end}", "capsule", e.at(-info.x_m, hubs[axle] + mean), name, handle)

    def _beside(self, v: View, e: Elevation, axle: int, hub: QPointF, radius_m: float) -> float:
        """Where an axle's dimension line stands: behind its wheel; where axles stand close, the first's ahead of it."""
        gap = -v.a.axles[1].x_m * e.per_m if len(v.a.axles) > 1 else math.inf
        way = -1 if axle == 0 and gap < v.theme.px(220) else 1
        return hub.x() + way * (radius_m * e.per_m * 1.2 + v.theme.px(6))

    def _lay_height(self, v: View, axle: int, at: QPointF, key: Shown, mean: float, target: float) -> None:
        t, s = v.theme, v.a.proposed
        at.setX(min(at.x(), self.width() - t.px(168)))
        self.text(f"height {axle}", v.number(key, v.reader.height(mean)), at, size=34, weight=600,
                  unit=v.reader.preset.height.sign, shown=key, halo=True)  # fmt: skip
        words, inside = v.reader.off(mean, target, v.job.target.band_m.value)
        if v.case != v.a.target_case:
            wanted = v.number(Shown(workings.corner.target, axle, 0), v.reader.height(target))
            words, inside = tr("target {m} when {case}", m=wanted, case=v.reader.case(v.a.target_case)), True
        role = "ink" if inside else "watch"
        self.text(f"verdict {axle}", words, at + QPointF(0, t.px(41)), size=17, weight=600, halo=True, role=role)
        heights = s.hub_to_arch_m[axle, :, v.case]
        left, right = (v.number(Shown(workings.corner.height, axle, n, v.case), v.reader.height(float(heights[n]))) for n in (0, 1))
        self.text(
            f"sides {axle}",
            tr("left {left}, right {right}", left=left, right=right),
            at + QPointF(0, t.px(64)),
            size=12.5,
            role="ink2",
            halo=True,
        )
        self._lay_band(v, axle, at + QPointF(0, t.px(79)))

    def _lay_band(self, v: View, axle: int, at: QPointF) -> None:
        """The promise: how far either way it may come, and where it settles; the left wheel's, which asks for the working."""
        band, prediction = v.band_m(axle, 0), v.prediction
        if band is None or prediction is None:
            return
        role, x = "ink" if v.prediction_fresh else "ink3", at.x()
        rough = settling(v.job, axle).assumed or is_approximate(v.a, Shown(workings.corner.height, axle, 0, v.case))
        settled = (ABOUT if rough else "") + v.reader.height(
            float(prediction.settled_m[axle, 0, v.case])
        )  # its working waits for a band
        for name, number, words in (
            ("band", workings.band.band, tr("left ± {m}", m=v.reader.height(band))),
            ("settled", workings.band.settled, tr("settles to {m}", m=settled)),
        ):
            shown = Shown(number, axle, 0, v.case)
            box = self.text(f"{name} {axle}", words, QPointF(x, at.y()), size=12.5, weight=600, role=role, shown=shown, halo=True)
            x = box.right() + v.theme.px(8)

    def _lay_foot(self, v: View) -> None:
        """By axle: heights wanted by corner, the tyre as fitted, and its share of the change of ground to arch."""
        t, s, top, unit = v.theme, v.a.proposed, self._foot_top(v), v.reader.preset.height.sign
        size, stops = QSize(round(t.px(66)), round(t.px(24))), tuple(t.px(x) for x in (0, 72, 166, 268, 346))
        table = Table(self, t.margin, top + 4, t.px(92), 0, t.px(ROW), size, head=18 / ROW, drop=t.px(3), stops=stops)
        heads = ((tr("target left"), ""), (tr("right"), ""), (tr("tyre radius"), unit), (tr("settling"), "%"),
                 (tr("ground to arch, {case}", case=v.reader.case(v.case)), unit))  # fmt: skip
        for n, (words, sign) in enumerate(heads):
            table.title(f"foot {n}", n, words, unit=sign)
        for axle, info in enumerate(v.job.vehicle.axles):
            table.name(f"foot axle {axle}", axle, info.name, weight=600)
            for side in (0, 1):
                label = tr("target hub to arch, {corner}", corner=v.reader.corner(axle, side))
                self.field(f"wanted {axle} {side}", (), *table.cell(axle, side), label=label, quantity=Quantity.HEIGHT,
                           value=float(v.a.target_m[axle, side]), put=partial(_aim_corner, v.a, axle, side))  # fmt: skip
            radius, settled, path = v.a.fits[axle].tyre_radius_m, settling(v.job, axle), path_to(JOB.proposal.axles[axle])
            entry(self, v, f"tyre {axle}", (*path, "tyre_radius_m"), table.cell(axle, 2), figure=14, otherwise=radius,
                  label=tr("tyre radius as fitted, {axle}", axle=v.reader.corner(axle, None)),
                  quantity=Quantity.HEIGHT)  # fmt: skip
            rise = float(s.arch_rise_m[axle, :, v.case].mean())
            spring = float(s.hub_to_arch_m[axle, :, v.case].mean() - v.a.baseline_m[axle].mean())
            said = [_up_or_down(v, m) for m in (rise, rise - spring, spring)]
            key = Shown(workings.corner.tyre_share, axle, 0, v.case)
            words = v.number(key, tr("{whole}: tyre {tyre}, spring {spring}", whole=said[0], tyre=said[1], spring=said[2]))
            beside = table.cell(axle, 4)[0] + QPointF(0, table.drop)
            self.text(f"ground change {axle}", words, beside, size=13, shown=key)
            entry(self, v, f"settles {axle}", (*path, "settle_share"), table.cell(axle, 3), figure=14, otherwise=settled,
                  label=tr("spring settling, % of loaded deflection, {axle}", axle=v.reader.corner(axle, None)),
                  quantity=Quantity.SHARE, finer=True)  # fmt: skip

    # -- hands
    def _choose_words(self, n: int) -> None:
        if n < len(WORDS):
            self.edited.emit(lambda job: aim(job, WORDS[n]), tr("target set by {way}", way=tr(STANCES[WORDS[n]])), -1)

    def _choose_lean(self, n: int) -> None:
        if n < len(LEANS):
            change = {"lean_m": {"value": 0.0} if n else None}
            self.edited.emit(lambda job: target_edits.aim_by_axle(job, change), tr("target lean"), -1)

    def _lift(self, path: str, lift: float, way: str, gesture: int) -> None:
        change = {path: {"value": round(lift, 3)}}
        self.edited.emit(lambda job: target_edits.aim_by_axle(job, change), tr("target height ({way})", way=way), gesture)

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        draw_head(p, v, self.width())
        if self.page == "by case":
            draw_by_case(p, v, self._by_case)
        if self.page != "pose":
            return
        t, e, s = v.theme, self._fit(v), v.a.proposed
        ground(p, t, 0, self.width(), e.ground)
        draw_body(p, v, e, None, v.weighed, ghost="before")
        for case in range(v.a.cases):
            if case != v.case and s.stands[case]:
                draw_body(p, v, e, s, case, ghost="held" if v.ghosts else "case")
        draw_body(p, v, e, s, v.case)
        draw_wheels(p, v, e, s, v.case)
        hubs = hub_heights(v, s, v.case)
        for axle, info in enumerate(v.a.axles):
            hub = e.at(-info.x_m, hubs[axle])
            arch = e.at(-info.x_m, hubs[axle] + float(s.hub_to_arch_m[axle, :, v.case].mean()))
            x = self._beside(v, e, axle, hub, hubs[axle])
            p.setPen(pen(t, "ink", 0.8))
            for y in (hub.y(), arch.y()):
                p.drawLine(QLineF(hub.x(), y, x, y))
            dimension(p, t, QPointF(x, arch.y()), QPointF(x, hub.y()))
        scale_bar(p, v, e, self.width() - t.margin, t.px(HEAD + 34))
        draw_rule(p, v, self._chart_top(v), self.width())
        draw_lines(p, v, self.lines)
        p.setPen(pen(t, "rule", 0.8))
        p.drawLine(QLineF(16, self._foot_top(v), self.width() - 16, self._foot_top(v)))


def _up_or_down(v: View, m: float) -> str:
    said = v.reader.height(abs(m))
    return tr("{m} up", m=said) if m >= 0 else tr("{m} down", m=said)


def _put_rake(job: Job, si: float | None, typed: str) -> Job:
    return target_edits.aim_by_axle(job, {"rake_m": None if si is None else {"value": si, "typed": typed}})


def _aim(path: str, job: Job, si: float | None, typed: str) -> Job:
    return job if si is None else target_edits.aim_by_axle(job, {path: {"value": si, "typed": typed}})


def _aim_corner(a: Assessment, axle: int, side: int, job: Job, si: float | None, typed: str) -> Job:
    now = [(float(left), float(right)) for left, right in a.target_m]
    return job if si is None else target_edits.aim_at_corner(job, now, axle, side, {"value": si, "typed": typed})
