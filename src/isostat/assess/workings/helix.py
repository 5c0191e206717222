"""Workings that a coil of known wire has, measured on the bench or wound to order."""

from __future__ import annotations

from isostat.core.springs.helix import Helix
from isostat.core.working import Given, Origin, Working
from isostat.language import decimal, tr


def solid_length(h: Helix, origin: Origin) -> Working:
    """Length with all turns touching. origin: of its dimensions."""
    return Working(
        name="solid length",
        symbol="l_s",
        quantity="coil size",
        expression="d * (N + o)",
        inputs=(
            Given("d", "wire", "fine length", h.wire_m, origin),
            Given("N", "total coils", "ratio", h.turns, origin),
            Given(
                "o",
                tr("coils added by the ends ({ends})", ends=tr(h.ends.value)),
                "ratio",
                h.solid_m / h.wire_m - h.turns,
                Origin.TYPED,
            ),
        ),
        result=h.solid_m,
        approximate=False,
        rule="Shigley, table 10-1; hot formed: EN 13906-1, an upper bound.",
    )


def stress(h: Helix, force_n: float, words: str, origin: Origin) -> Working:
    """Stress of the wire as a share of what it is allowed. words: where the force, N, acts. origin: of the coil's dimensions."""
    strength, inside = h.wire.strength_pa(h.wire_m)
    rule = tr("Wahl's factor would be {n}. Above 100 % it takes a set or breaks.", n=decimal(h.wahl, 3))
    if not inside:
        rule = f"{rule} {tr('The wire is thicker than the table; its last value is used.')}"
    return Working(
        name=tr("stress {where}", where=tr(words)),
        symbol="q",
        quantity="share",
        expression="K * 8 * D * F / (pi * d**3 * t * S)",
        inputs=(
            Given("K", tr("(4C + 2) / (4C - 3), C = {n}", n=decimal(h.index, 1)), "ratio", h.bergstraesser, Origin.COMPUTED),
            Given("D", "mean diameter", "fine length", h.mean_m, origin),
            Given("F", tr("force {where}", where=tr(words)), "force", force_n, Origin.COMPUTED),
            Given("d", "wire", "fine length", h.wire_m, origin),
            Given("t", "allowable share of its strength", "ratio", h.wire.allowed, Origin.ASSUMED),
            Given(
                "S",
                tr("strength of {wire} wire, A / d^{m}", wire=tr(h.wire.name), m=f"{h.wire.m:g}"),
                "modulus",
                strength,
                Origin.ASSUMED,
            ),
        ),
        result=h.used(force_n),
        approximate=False,
        rule=rule,
    )
