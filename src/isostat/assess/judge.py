"""What is wrong, worth a watch or worth knowing in an assessment, gravest first."""

from __future__ import annotations

from isostat.assess.fit.judge import fit_judgements
from isostat.assess.judgement import Judgement, Step
from isostat.assess.knock_on.judge import knock_on_judgements
from isostat.assess.load.judge import carrying_judgements
from isostat.assess.load.judge_tandem import tandem_judgements
from isostat.assess.log.judge import log_judgements
from isostat.assess.measure.judge_tests import measured_judgements
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.judge import spring_judgements
from isostat.assess.spring.judge_air import air_judgements
from isostat.assess.spring.judge_leaf import leaf_judgements
from isostat.assess.spring.judge_progressive import progressive_judgements
from isostat.assess.spring.judge_stacked import stacked_judgements
from isostat.assess.spring.judge_torsion import torsion_judgements
from isostat.assess.stance.findings import TargetOutOfReach
from isostat.assess.stance.judge import stance_judgements
from isostat.assess.travel.judge import travel_judgements
from isostat.assess.travel.judge_damping import damping_judgements


def judge(a: Assessment) -> tuple[Judgement, ...]:
    """All judgements on a job, gravest first, then by axle, side and case."""
    found = [
        *carrying_judgements(a),
        *measured_judgements(a),
        *stance_judgements(a),
        *spring_judgements(a),
        *progressive_judgements(a),
        *stacked_judgements(a),
        *torsion_judgements(a),
        *air_judgements(a),
        *tandem_judgements(a),
        *leaf_judgements(a),
        *travel_judgements(a),
        *damping_judgements(a),
        *knock_on_judgements(a),
        *fit_judgements(a),
        *log_judgements(a),
    ]

    def rank(j: Judgement) -> tuple[int, int, int, int, str]:
        p = j.place
        return (
            -j.grade,
            -1 if p.axle is None else p.axle,
            -1 if p.side is None else p.side,
            -1 if p.case is None else p.case,
            type(j).__name__,
        )

    return tuple(sorted((j for j in found if _of_what_can_be_had(a, j)), key=rank))


def _of_what_can_be_had(a: Assessment, j: Judgement) -> bool:
    """False of a spring that is not ordered, as none holds the target: of that axle only this is said."""
    axle = j.place.axle
    return j.step is not Step.SPRING or axle is None or a.orders[axle].can_be_had or isinstance(j, TargetOutOfReach)
