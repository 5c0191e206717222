"""A wheel on two arms, or on one with a strut, seen from the front: how camber, track and half-shaft go with its travel.

Out from the vehicle +, up +, of one side; places from the wheel's centre as weighed, m.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from isostat.core.limits import Floats, within

NEWTON, HALVINGS, STEP = 5, 40, 1e-6  # passes; of halving where Newton does not get there; rad
NEAR = 1e-9  # m
Point = tuple[float, float]


class FrontView(Protocol):
    """What holds a knuckle."""

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """Camber, top out, in rad, and the wheel's centre outward in m, against as weighed, at travels up in m, any shape.

        nan where it cannot be.
        """

    def swings(self, travel: Floats) -> Floats:
        """By how much the lower ball joint has swung since weighing, arm against knuckle, rad, at travels of any shape."""


def _turned(ball: Floats, other: Floats, ball_0: Point, other_0: Point) -> Floats:
    """By how much the line from one joint of the knuckle to the other has leaned outward, rad."""
    return np.asarray(
        np.arctan2(other[0] - ball[0], other[1] - ball[1]) - np.arctan2(other_0[0] - ball_0[0], other_0[1] - ball_0[1])
    )


def _centre(ball: Floats, leaned: Floats, ball_0: Point) -> Floats:
    """The wheel's centre, that rides on the knuckle, (2, ...)."""
    y, z = -ball_0[0], -ball_0[1]
    return np.stack([ball[0] + y * np.cos(leaned) + z * np.sin(leaned), ball[1] - y * np.sin(leaned) + z * np.cos(leaned)])


@dataclass(frozen=True, slots=True, kw_only=True)
class TwoArms:
    """pivot, ball: of the lower arm; upper_pivot, upper_ball: of the upper one. Raises OutOfRange for an arm without length."""

    pivot: Point
    ball: Point
    upper_pivot: Point
    upper_ball: Point

    def __post_init__(self) -> None:
        within("lower arm length", float(np.hypot(*np.subtract(self.ball, self.pivot))), 0.05, 2.0, "m")
        within("upper arm length", float(np.hypot(*np.subtract(self.upper_ball, self.upper_pivot))), 0.05, 2.0, "m")
        within("height between the ball joints", self.upper_ball[1] - self.ball[1], 0.05, 1.5, "m")

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """By the lower arm's angle, halved until the centre stands where it is wanted."""
        return _solved(self, np.asarray(travel, dtype=float))

    def swings(self, travel: Floats) -> Floats:
        """By the place of the ball that the knuckle carries."""
        return _swung(self, np.asarray(travel, dtype=float))

    def knuckle(self, ball: Floats) -> tuple[Floats, Floats]:
        """How far the knuckle leans with its lower ball (2, ...) somewhere, and where its centre then is; nan beyond reach."""
        length = np.hypot(*np.subtract(self.upper_ball, self.upper_pivot))
        apart = np.hypot(*np.subtract(self.upper_ball, self.ball))
        x, z = self.upper_pivot[0] - ball[0], self.upper_pivot[1] - ball[1]
        far = np.hypot(x, z)
        along = (apart**2 - length**2 + far**2) / (2.0 * far)
        root = apart**2 - along**2
        aside = np.sqrt(np.where(root > 0.0, root, np.nan))
        ux, uz = x / far, z / far
        side = _side(self.ball, self.upper_pivot, self.upper_ball)
        other = np.stack([ball[0] + along * ux - side * aside * uz, ball[1] + along * uz + side * aside * ux])
        leaned = _turned(ball, other, self.ball, self.upper_ball)
        return leaned, _centre(ball, leaned, self.ball)


@dataclass(frozen=True, slots=True, kw_only=True)
class Strut:
    """pivot, ball: of the lower arm; mount: the strut's top, on the body. Raises OutOfRange for an arm without length."""

    pivot: Point
    ball: Point
    mount: Point

    def __post_init__(self) -> None:
        within("lower arm length", float(np.hypot(*np.subtract(self.ball, self.pivot))), 0.05, 2.0, "m")
        within("strut, ball joint to mount", self.mount[1] - self.ball[1], 0.1, 1.5, "m")

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """By the lower arm's angle, halved until the centre stands where it is wanted."""
        return _solved(self, np.asarray(travel, dtype=float))

    def swings(self, travel: Floats) -> Floats:
        """By the place of the ball that the knuckle carries."""
        return _swung(self, np.asarray(travel, dtype=float))

    def knuckle(self, ball: Floats) -> tuple[Floats, Floats]:
        """As of two arms; the strut gives in length, and leans the knuckle with it."""
        mount = np.stack([np.full_like(ball[0], self.mount[0]), np.full_like(ball[1], self.mount[1])])
        leaned = _turned(ball, mount, self.ball, self.mount)
        return leaned, _centre(ball, leaned, self.ball)


def _side(ball: Point, pivot: Point, upper: Point) -> float:
    """On which side of the line from ball to pivot the upper ball lies."""
    cross = (pivot[0] - ball[0]) * (upper[1] - ball[1]) - (pivot[1] - ball[1]) * (upper[0] - ball[0])
    return 1.0 if cross >= 0.0 else -1.0


def _swung(of: TwoArms | Strut, travel: Floats) -> Floats:
    """Of the arm about its pivot, and the knuckle's lean with it: both turn the ball in its socket."""
    leaned, outward = of.at(travel)
    y, z = of.ball
    ball = np.array([outward + y * np.cos(leaned) + z * np.sin(leaned), travel - y * np.sin(leaned) + z * np.cos(leaned)])
    arm = np.subtract(of.ball, of.pivot)
    swung = np.arctan2(ball[1] - of.pivot[1], ball[0] - of.pivot[0]) - np.arctan2(arm[1], arm[0])
    return np.asarray(swung + leaned)


def _solved(of: TwoArms | Strut, travel: Floats) -> tuple[Floats, Floats]:
    arm = np.subtract(of.ball, of.pivot)
    length, angle = float(np.hypot(*arm)), float(np.arctan2(arm[1], arm[0]))
    low, high = np.full_like(travel, angle - 1.2), np.full_like(travel, angle + 1.2)

    def ball_at(turned: Floats) -> Floats:
        return np.stack([of.pivot[0] + length * np.cos(turned), of.pivot[1] + length * np.sin(turned)])

    at = np.full_like(travel, angle) + travel / length
    with np.errstate(invalid="ignore", divide="ignore"):
        for _ in range(NEWTON):  # both heights at once, here and a step further
            height = of.knuckle(ball_at(np.stack([at, at + STEP])))[1][1]
            at = at - (height[0] - travel) * STEP / (height[1] - height[0])
        leaned, centre = of.knuckle(ball_at(at))
    if (np.abs(centre[1] - travel) < NEAR).all():
        return leaned, np.asarray(centre[0])
    for _ in range(HALVINGS):
        middle = (low + high) / 2.0
        with np.errstate(invalid="ignore"):
            _, centre = of.knuckle(ball_at(middle))
            beyond = np.isnan(centre[1])
            above = np.where(beyond, middle > angle, centre[1] > travel)
        low, high = np.where(above, low, middle), np.where(above, middle, high)
    leaned, centre = of.knuckle(ball_at((low + high) / 2.0))
    lost = ~(np.abs(centre[1] - travel) < 1e-6)
    return np.where(lost, np.nan, leaned), np.where(lost, np.nan, centre[0])


@dataclass(frozen=True, slots=True, kw_only=True)
class HalfShaft:
    """inner: its joint on the body, from the wheel's centre, in is negative; outer_m: the outer joint in from the centre."""

    inner: Point
    outer_m: float = 0.0

    def __post_init__(self) -> None:
        within("half-shaft length", float(np.hypot(self.inner[0] + self.outer_m, self.inner[1])), 0.1, 2.0, "m")

    def moved(self, travel: Floats, outward: Floats, camber: Floats, dropped_m: float = 0.0) -> tuple[Floats, Floats, Floats]:
        """Angles of the inner and outer joint in rad, and by how much it is longer, m, any shape.

        travel, outward, camber: of the wheel, up and out in m, top out in rad. dropped_m: by which the inner joint is lowered.
        """
        y = outward - self.outer_m * np.cos(camber) - self.inner[0]
        z = travel + self.outer_m * np.sin(camber) - (self.inner[1] - dropped_m)
        slope = np.arctan2(z, y)
        was = float(np.hypot(self.inner[0] + self.outer_m, self.inner[1]))
        return np.abs(slope), np.abs(slope + camber), np.asarray(np.hypot(y, z) - was)
