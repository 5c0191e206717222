"""What an axle comes to in a load case, as the tables beside the springs tell it; each number with its own mark."""

from __future__ import annotations

from isostat.assess import Assessment, workings
from isostat.assess.workings import Shown
from isostat.desktop.view import View
from isostat.language import decimal
from isostat.wording.about import about


def both_heights(v: View, axle: int, case: int) -> str:
    """Hub to arch, left and right."""
    heights = v.a.proposed.hub_to_arch_m[axle, :, case]
    return ", ".join(v.number(Shown(workings.corner.height, axle, n, case), v.reader.height(float(heights[n]))) for n in (0, 1))


def height_and_hertz(v: View, a: Assessment, axle: int, case: int) -> str:
    """Hub to arch and ride frequency, the mean of both sides. a: of the job shown, or of the same one otherwise sprung."""
    height, hertz = (float(m[axle, :, case].mean()) for m in (a.proposed.hub_to_arch_m, a.proposed.frequency_hz))
    stands = about(a, Shown(workings.corner.mean_height, axle, case=case), v.reader.height(height))
    return f"{stands}   {about(a, Shown(workings.corner.frequency, axle, 0, case), decimal(hertz, 2))}"
