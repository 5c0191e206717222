"""How the splines of a torsion bar are moved, in words."""

from __future__ import annotations

from isostat.assess.spring.findings_torsion import ArmStopFirst, BarStress
from isostat.core.springs.torsion.indexing import Index
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

TEETH_SEEN = "turn of the anchor; tighter: more twist, lifts; each end seen from that end"


def say_teeth(setting: Index) -> str:
    """`Inner 3 teeth tighter, outer 2 slacker`."""
    said = [
        f"{end} {abs(teeth)} {'tooth' if abs(teeth) == 1 else 'teeth'} {'tighter' if teeth > 0 else 'slacker'}"
        for end, teeth in (("inner", setting.inner), ("outer", -setting.outer))
        if teeth
    ]
    words = ", ".join(said) or "teeth stay"
    return words[0].upper() + words[1:]


@tell.register
def _(j: ArmStopFirst, r: Reader) -> tuple[str, str]:
    return (
        f"Arm on its stop {r.height_unit(j.by_m)} before the shock tops",
        "The arm takes the blow of every drop: a shorter shock.",
    )


@tell.register
def _(j: BarStress, r: Reader) -> tuple[str, str]:
    why = "It settles: a longer bar, a thicker one turned less, less bump."
    return f"Torsion bar at {j.used * 100:.0f} % of its stress at full bump", why
