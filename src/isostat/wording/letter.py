"""The answer as lines of text for a terminal."""

from __future__ import annotations

from isostat.assess import workings
from isostat.assess.fixes import Fix
from isostat.assess.judgement import Judgement
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.workings import Shown
from isostat.core.limits import GRAVITY
from isostat.wording.about import about
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.sentences import GRADE_WORDS, say
from isostat.wording.springs.words import WORDS


def _case_lines(a: Assessment, case: int, r: Reader) -> list[str]:
    s, name = a.proposed, a.job.cases[case].name
    lines = [f"{name}, {r.mass(float(a.loading.whole_kg[case]))}"]
    if not s.stands[case]:
        return [*lines, "  does not stand, see the findings"]
    for i in range(len(a.axles)):
        for side in (0, 1):
            at = (i, side, case)
            verdict = ""
            if case == a.target_case:
                words, _ = r.off(float(s.hub_to_arch_m[at]), float(a.fitted_target_m[i, side]), a.job.target.band_m.value)
                words = words if words == "on target" else f"{words} of {r.height(float(a.fitted_target_m[i, side]))}"
                verdict = about(a, Shown(workings.corner.height, *at), words)
            lines.append(
                f"  {r.corner(i, side):<14}{about(a, Shown(workings.corner.load, *at), r.mass(float(s.pad_kg[at]))):>9}"
                f"{about(a, Shown(workings.corner.height, *at), r.height_unit(float(s.hub_to_arch_m[at]))):>16} hub to arch"
                f"{about(a, Shown(workings.corner.bump, *at), r.left(float(s.bump_left_m[at]))):>12} bump"
                f"{about(a, Shown(workings.corner.droop, *at), r.left(float(s.droop_left_m[at]))):>12} droop"
                f"{about(a, Shown(workings.corner.frequency, *at), f'{s.frequency_hz[at]:.2f} Hz'):>12}  {verdict}".rstrip()
            )
    return lines


def _order_lines(a: Assessment, i: int, r: Reader) -> list[str]:
    o, lines = a.orders[i], []
    if not o.can_be_had:
        return [f"  {r.corner(i, None)}: nothing to order, no spring holds this target"]
    words = WORDS[o.kind.name]
    for side in (0, 1):
        lines.append(f"  {r.corner(i, side):<14}{words.line(a, (i, side), r)}, {words.hanging(a, (i, side), r)}")
        force = hanging_force_n(a, i, side)[1]
        if force > 0 and words.held is not None:
            holds = about(a, Shown(workings.order.preload, i, side), r.mass(force / GRAVITY))
            lines.append(f"  {'':<14}holds {holds} hanging: {words.held}, nobody in line")
    return lines


def letter(a: Assessment, judgements: tuple[Judgement, ...], fixes: tuple[Fix, ...], reader: Reader) -> str:
    """The whole answer as text: cases, order, findings with their fixes; ends with a line break."""
    r = reader
    lines = [f"{a.job.title} · {a.job.vehicle.name}", "", f"AS PROPOSED ({a.job.proposal.name})"]
    for case in range(a.cases):
        lines += _case_lines(a, case, r)
    ends = {"front ": (a.pose.front_lift_m, 0), "rear ": (a.pose.rear_lift_m, -1)}
    ends = ends if len(a.axles) > 1 else {"": ends["front "]}
    lifts = ", ".join(f"{end}{r.height_unit(lift)}" for end, (lift, _) in ends.items())
    over = " and ".join(r.height(float(a.baseline_m[i].mean())) for _, i in ends.values())
    when = "once settled" if a.job.target.settled else "as fitted"
    lines += [
        "",
        f"ORDER, new springs, for {a.job.target.case}, {when}: {lifts} over {over} hub to arch, as weighed on the old springs",
    ]
    for i in range(len(a.axles)):
        lines += _order_lines(a, i, r)
    lines += ["", "FINDINGS"]
    for j in judgements:
        sentence = say(j, r)
        lines += [f"  {GRADE_WORDS[j.grade]} {sentence.place}: {sentence.title}. {sentence.body}"]
        for words in (say_fix(f, r) for f in fixes if f.judgement == j):
            lines += [f"      {words.title}: {words.cures}; {words.worst}"]
    return "\n".join(lines) + "\n"
