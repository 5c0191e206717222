"""The answer as lines of text for a terminal."""

from __future__ import annotations

from isostat.assess import workings
from isostat.assess.fixes import Fix
from isostat.assess.judgement import Judgement
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.workings import Shown
from isostat.core.limits import GRAVITY
from isostat.language import capital, decimal, tr
from isostat.wording.about import about
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.sentences import ended, grade_words, say
from isostat.wording.springs.words import WORDS


def _case_lines(a: Assessment, case: int, r: Reader) -> list[str]:
    s, name = a.proposed, a.job.cases[case].name
    lines = [f"{name}, {r.mass(float(a.loading.whole_kg[case]))}"]
    if not s.stands[case]:
        return [*lines, f"  {tr('does not stand on its wheels: see the findings')}"]
    hub, bump, droop = tr("hub to arch"), tr("bump"), tr("droop")
    for i in range(len(a.axles)):
        for side in (0, 1):
            at = (i, side, case)
            verdict = ""
            if case == a.target_case:
                words, _ = r.off(float(s.hub_to_arch_m[at]), float(a.fitted_target_m[i, side]), a.job.target.band_m.value)
                if words != tr("on target"):
                    words = tr("{off} of target {m}", off=words, m=r.height(float(a.fitted_target_m[i, side])))
                verdict = about(a, Shown(workings.corner.height, *at), words)
            hertz = f"{decimal(float(s.frequency_hz[at]), 2)} Hz"
            lines.append(
                f"  {r.corner(i, side):<14}{about(a, Shown(workings.corner.load, *at), r.mass(float(s.pad_kg[at]))):>9}"
                f"{about(a, Shown(workings.corner.height, *at), r.height_unit(float(s.hub_to_arch_m[at]))):>16} {hub}"
                f"{about(a, Shown(workings.corner.bump, *at), r.left(float(s.bump_left_m[at]))):>12} {bump}"
                f"{about(a, Shown(workings.corner.droop, *at), r.left(float(s.droop_left_m[at]))):>12} {droop}"
                f"{about(a, Shown(workings.corner.frequency, *at), hertz):>12}  {verdict}".rstrip()
            )
    return lines


def _order_lines(a: Assessment, i: int, r: Reader) -> list[str]:
    o, lines = a.orders[i], []
    if not o.can_be_had:
        return [f"  {tr('{axle}: no order, target height cannot be reached', axle=capital(r.corner(i, None)))}"]
    words = WORDS[o.kind.name]
    for side in (0, 1):
        said = ", ".join(part for part in (words.line(a, (i, side), r), words.hanging(a, (i, side), r)) if part)
        lines.append(f"  {r.corner(i, side):<14}{said}")
        force = hanging_force_n(a, i, side)[1]
        if force > 0 and words.held is not None:
            holds = about(a, Shown(workings.order.preload, i, side), r.mass(force / GRAVITY))
            lines.append(f"  {'':<14}{tr(words.held, m=holds)}")
    return lines


def letter(a: Assessment, judgements: tuple[Judgement, ...], fixes: tuple[Fix, ...], reader: Reader) -> str:
    """The whole answer as text: cases, order, findings with their fixes; ends with a line break."""
    r = reader
    lines = [f"{a.job.title} · {a.job.vehicle.name}", "", tr("PROPOSAL {name}", name=a.job.proposal.name)]
    for case in range(a.cases):
        lines += _case_lines(a, case, r)
    when = tr("once settled") if a.job.target.settled else tr("as fitted")
    lines += ["", tr("ORDER, new springs, for {case}, {when}", case=a.job.target.case, when=when)]
    for i, lift in {0: a.pose.front_lift_m, len(a.axles) - 1: a.pose.rear_lift_m}.items():
        said = {
            "axle": capital(r.corner(i, None)),
            "m": r.height_unit(abs(lift)),
            "was": r.height_unit(float(a.baseline_m[i].mean())),
        }
        if r.height(lift) == "0":
            lines.append(tr("  {axle}: {was} hub to arch, as weighed on the old springs", **said))
            continue
        lines.append(
            tr("  {axle}: {m} higher than {was} hub to arch, as weighed on the old springs", **said) if lift >= 0.0
            else tr("  {axle}: {m} lower than {was} hub to arch, as weighed on the old springs", **said)
        )  # fmt: skip
    for i in range(len(a.axles)):
        lines += _order_lines(a, i, r)
    lines += ["", tr("FINDINGS")]
    for j in judgements:
        sentence = say(j, r)
        lines += [f"  {grade_words(j.grade).upper()} {sentence.place}: {ended(sentence.title)} {sentence.body}".rstrip()]
        for words in (say_fix(f, r) for f in fixes if f.judgement == j):
            lines += [f"      {words.title}. {words.cures} {words.worst}"]
    return "\n".join(lines) + "\n"
