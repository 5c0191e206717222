"""Why a finding matters and what to do first: two or three sentences a kind, with the rule of thumb and where it comes from."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.units.saying import Saying
from isostat.units.unit import Preset
from isostat.wording.tell import NotSaid
from isostat.wording.why import fit, knock_on, load, log, measure, spring, spring_kinds, stance, travel

WHYS: dict[type[Judgement], Saying] = {
    **measure.WHYS,
    **load.WHYS,
    **stance.WHYS,
    **spring.WHYS,
    **spring_kinds.WHYS,
    **travel.WHYS,
    **knock_on.WHYS,
    **fit.WHYS,
    **log.WHYS,
}


def say_why(judgement: Judgement, preset: Preset) -> str:
    """Background to a finding, amounts in the units of a preset. Raises NotSaid for a kind without."""
    why = WHYS.get(type(judgement))
    if why is None:
        raise NotSaid(type(judgement).__name__)
    return why.words(preset)
