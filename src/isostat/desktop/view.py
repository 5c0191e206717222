"""What every view is given to draw: one assessment, the chosen case, the reader, the theme."""

from __future__ import annotations

from dataclasses import dataclass, replace

from isostat.assess import Assessment
from isostat.assess.fixes import Fix
from isostat.assess.judgement import Grade, Judgement, Step
from isostat.assess.measure.value_of_readings import Buy
from isostat.assess.spring.leaves_to_add import LeavesOffered
from isostat.assess.stance.band import Prediction
from isostat.assess.workings import Shown
from isostat.assess.workings.knock_on import number_of
from isostat.desktop.theme import Theme
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.saying import Saying
from isostat.wording.about import about
from isostat.wording.reader import Reader

GLYPHS = ("ring", "half", "disc", "diamond", "half square", "triangle", "half diamond")
FOUND = -1  # in place of a case: as found, as weighed


@dataclass(frozen=True, slots=True, kw_only=True)
class View:
    """One picture of the document."""

    a: Assessment
    judgements: tuple[Judgement, ...]
    fixes: tuple[Fix, ...]
    case: int
    reader: Reader
    theme: Theme
    step: Step
    picked: Shown | Judgement | None = None  # whose working or reason is shown
    ghosts: bool = False
    buys: tuple[Buy, ...] | None = None  # what each missing reading buys, None until it was worked out
    buys_fresh: bool = False  # for this job, not for one before it
    prediction: Prediction | None = None  # with its band, None until it was worked out
    prediction_fresh: bool = False
    followed_up: bool = False  # what follows from the log is worked out, and kept by the assessment
    leaves: dict[int, tuple[LeavesOffered, ...] | Saying] | None = None  # to add, by axle, None until it was worked out
    leaves_fresh: bool = False

    @property
    def job(self) -> Job:
        """The job that is shown."""
        return self.a.job

    @property
    def found(self) -> bool:
        """Measure shows the old springs, all other steps the proposal."""
        return self.step is Step.MEASURE

    @property
    def weighed(self) -> int:
        """The case in which the pads were read."""
        return self.job.weighed_case

    def number(self, shown: Shown, text: str) -> str:
        """The text, with ≈ before it where the number mainly rests on something assumed."""
        return about(self.a, shown, text)

    def band_m(self, axle: int, side: int | None, case: int | None = None) -> float | None:
        """Half of the band of a corner's height, or of the axle's mean, in a case (else the chosen one).

        None where there is none yet, or the old springs are shown.
        """
        prediction, at = self.prediction, self.case if case is None else case
        shape = self.a.proposed.hub_to_arch_m.shape
        if prediction is None or self.found or prediction.band.low_m.shape != shape or not prediction.stands[at]:
            return None
        return float(prediction.mean_half_m[axle, at] if side is None else prediction.band.half_m[axle, side, at])

    def glyph(self, case: int) -> str:
        """The sign of a load case, or of what was FOUND; never by colour alone."""
        if case == FOUND:
            return "before"
        kind = self.job.cases[case].kind
        if kind == "floor":
            return "floor"
        if kind == "weighed":
            return "square"
        others = [i for i, c in enumerate(self.job.cases) if c.kind == "load"]
        return GLYPHS[others.index(case) % len(GLYPHS)]

    def case_word(self, case: int) -> str:
        """What a case's sign stands for, in words."""
        return tr("as found") if case == FOUND else self.reader.case(case)

    def worst(self, step: Step) -> Judgement | None:
        """The gravest judgement of a step, if it is more than a note."""
        own = [j for j in self.judgements if j.step is step and j.grade > Grade.NOTE]
        return own[0] if own else None

    def is_lit(self, j: Judgement) -> bool:
        """Whether a finding is that of the number whose working is shown."""
        number = number_of(j)
        return number is not None and isinstance(self.picked, Shown) and number == replace(self.picked, case=0)

    def letter(self, judgement: Judgement) -> str:
        """A letter of this list of findings, A to Z without I and O."""
        letters = "ABCDEFGHJKLMNPQRSTUVW"
        return letters[self.judgements.index(judgement) % len(letters)]
