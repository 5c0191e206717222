"""Workings of a leaf pack: arch free and loaded, stress, and the bound of its rate."""

from __future__ import annotations

from isostat.assess.assessment import Assessment
from isostat.assess.packs import Packed, packed
from isostat.assess.workings.shown import Shown
from isostat.core.elements.leaf import ALLOWED
from isostat.core.limits import GRAVITY
from isostat.core.working import Given, Origin, Working


def _told(a: Assessment, k: Shown) -> Packed:
    told = packed(a, k.axle)
    if told is None:
        raise KeyError("no pack")
    return told


def free_arch(a: Assessment, k: Shown) -> Working:
    """Arch of the assembled pack without load."""
    told = _told(a, k)
    return Working(
        name="free arch",
        symbol="h",
        quantity="coil size",
        expression="h_1 + n",
        inputs=(
            Given("h_1", "the main leaf's own, from the clamp's edge", "fine length", told.pack.main_arch_m, Origin.COMPUTED),
            Given("n", "what the nip of the leaves below adds", "fine length", told.nip_m, Origin.SOLVED),
        ),
        result=told.free_arch_m,
        approximate=False,
        rule="Eyes over the clamp; leaves in one-sided contact along their lengths.",
    )


def arch(a: Assessment, k: Shown) -> Working:
    """Arch at the target."""
    told = _told(a, k)
    return Working(
        name="arch at the target",
        symbol="a",
        quantity="coil size",
        expression="sqrt((h - x)**2)",
        inputs=(
            Given("h", "free arch", "fine length", told.free_arch_m, Origin.SOLVED),
            Given("x", "compression at the target", "fine length", told.free_arch_m - told.arch_m, Origin.SOLVED),
        ),
        result=abs(told.arch_m),
        approximate=False,
        rule=f"Carries {told.force_n / GRAVITY:.0f} kg. New leaves, not settled.",
    )


def stress(a: Assessment, k: Shown) -> Working:
    """The leaf bent most at full bump, of what is allowed."""
    told = _told(a, k)
    worst = int(told.used.argmax())
    leaf = told.pack.leaves[worst]
    each = ", ".join(f"{s / 1e6:.0f}" for s in told.stress_pa)
    moment, thick = told.bent[worst]
    return Working(
        name=f"stress of leaf {worst + 1} at full bump",
        symbol="q",
        quantity="share",
        expression="6 * M / (b * t**2 * S)",
        inputs=(
            Given("M", "bending moment where it is bent most", "torque", float(moment), Origin.SOLVED),
            Given("b", "width", "fine length", leaf.width_m, Origin.TYPED),
            Given("t", "thickness there", "fine length", float(thick), Origin.TYPED),
            Given("S", "allowed", "modulus", ALLOWED, Origin.ASSUMED),
        ),
        result=float(told.used[worst]),
        approximate=False,
        rule=f"At the target, leaf by leaf: {each} MPa.",
    )


def bound(a: Assessment, k: Shown) -> Working:
    """Upper bound of the rate: all leaves bend as one."""
    told = _told(a, k)
    (front, rear), (on_front, on_rear) = told.pack.half_bounds, told.pack.shares
    halves = (
        Given("k_f", "front half at its eye, its leaves' EI added up", "rate", front, Origin.COMPUTED),
        Given("k_r", "rear half at its eye", "rate", rear, Origin.COMPUTED),
    )
    shares = (
        Given("s_f", "of the load on the front eye", "fine ratio", on_front, Origin.COMPUTED),
        Given("s_r", "of the load on the rear eye", "fine ratio", on_rear, Origin.COMPUTED),
    )
    return Working(
        name="rate if all leaves bent as one",
        symbol="k",
        quantity="rate",
        expression="k_f + k_r" if told.pack.held else "1 / (s_f**2 / k_f + s_r**2 / k_r)",
        inputs=halves if told.pack.held else (*halves, *shares),
        result=told.pack.bound_rate,
        approximate=False,
        rule="Sum of EI along each half: a bound only, 3 to 8 % too stiff and low in stress.",
    )


def capacity(a: Assessment, k: Shown) -> Working:
    """What a pack carries more as high as the vehicle was weighed."""
    told = _told(a, k)
    return Working(
        name="more at the height as weighed",
        symbol="m",
        quantity="mass",
        expression="(F - F_b) / g",
        inputs=(
            Given("F", "the pack, its seat where it was as weighed", "force", told.at_old_n, Origin.SOLVED),
            Given("F_b", "carried by what was found there", "force", told.found_n, Origin.MEASURED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED),
        ),
        result=(told.at_old_n - told.found_n) / GRAVITY,
        approximate=False,
        rule="A side, its block and shackle included. No spring raises a rating plate.",
    )


PACKS = {"pack capacity": capacity, "pack free arch": free_arch, "pack arch": arch, "pack stress": stress, "pack bound": bound}


def shown_packs(a: Assessment) -> list[Shown]:
    """Every such number."""
    return [Shown(name, axle) for axle in range(len(a.axles)) if packed(a, axle) is not None for name in PACKS]
