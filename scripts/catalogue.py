"""Makes the catalogue that ships: invented makers, parts of possible dimensions, every figure by the program's own formulas.

Run after a change of the columns; the same seed gives the same lists.
"""

from __future__ import annotations

import csv
import random
from collections.abc import Callable, Iterable
from itertools import product
from pathlib import Path

import numpy as np

from isostat.catalogue.columns import columns_of
from isostat.catalogue.shipped import SHIPPED
from isostat.core.limits import GRAVITY
from isostat.core.parts.wire import wire
from isostat.core.rates.purchase import POUND_AN_INCH
from isostat.core.springs.helix import Ends, Helix
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of

HERE = Path(__file__).resolve().parent.parent / "src" / "isostat" / "catalogue" / "demo"
MAKERS = {"Ibbelstane": "IB", "Quorrowick": "QW", "Fennimarch": "FM", "Zolbrack & Daughters": "ZD", "Ostrivane": "OV"}
DATES = ("2026-03-02", "2026-05-11", "2026-09-21")
SOURCE = "invented"
STEEL = wire("chrome silicon")
Line = dict[str, str]


def mm(m: float, digits: int = 0) -> str:
    """A length as a list gives it."""
    return f"{m * 1000:.{digits}f} mm"


def rated(rate: float, maker: str) -> str:
    """A rate as a list gives it: one maker works in pounds an inch."""
    return f"{rate / POUND_AN_INCH:.0f} lb/in" if maker == "Fennimarch" else f"{rate / 1000:.1f} N/mm"


def offered(chance: random.Random, n: int, price: float, *, sold_as: bool = False, lift_m: float = 0.0) -> Line:
    """How a part is bought; some lists give no price and no stock."""
    maker = list(MAKERS)[n % len(MAKERS)]
    line = {"maker": maker, "source": SOURCE, "date": chance.choice(DATES)}
    if chance.random() > 0.06:
        line |= {"price": f"{5 * round(price / 5):d}", "currency": "EUR"}
    if chance.random() > 0.1:
        line |= {"stock": str(max(chance.randint(-3, 12), 0)), "days": str(chance.choice((1, 2, 3, 5, 8, 14, 21, 35)))}
    if sold_as and maker != "Quorrowick":
        line |= {"sold as lift": mm(lift_m), "stated for": chance.choice(("empty", "trim +100 kg", "", "constant +300 kg"))}
    return line


def coils(chance: random.Random, *, short: bool) -> Iterable[Line]:
    """Coils of 9 to 18 mm wire, that a bump stop keeps from solid. short: those for stacked pairs, which close."""
    found: dict[tuple[int, int, int], Helix] = {}
    insides = (0.065, 0.076) if short else (0.095, 0.105, 0.115, 0.125, 0.14)
    frees = np.arange(0.15, 0.41, 0.05) if short else np.arange(0.28, 0.52, 0.01)
    for inside, tenths, quarters, free in product(insides, range(80, 221, 2), range(10, 44), frees):
        d, turns = tenths / 10_000, quarters / 4 + 2.0
        coil = Helix(wire_m=d, mean_m=inside + d, turns=turns, free_m=float(free), ends=Ends.CLOSED_GROUND, wire=STEEL)
        travel = coil.free_m - coil.solid_m
        rates = (15e3, 150e3) if short else (25e3, 260e3)
        possible = 0.35 <= travel / coil.free_m <= 0.75 and 0.7 <= coil.used(coil.solid_force_n) <= (1.0 if short else 1.5)
        if not (possible and rates[0] <= coil.rate <= rates[1]):
            continue
        step = 5.0 if short else 1.0
        key = (round(coil.rate / 1000 / step), round(1000 * free / (25 if short else 10)), round(1000 * inside))
        if key not in found or coil.used(coil.solid_force_n) < found[key].used(found[key].solid_force_n):
            found[key] = coil
    chosen = sorted(found)
    chance.shuffle(chosen)
    for n, key in enumerate(sorted(chosen[: 320 if short else 1200])):
        coil = found[key]
        line = offered(chance, n, 20 + 14 * coil.mass_kg, sold_as=not short, lift_m=chance.choice((0.0, 0.02, 0.03, 0.04, 0.05)))
        ends = (
            ("flat", "flat")
            if short
            else chance.choice((("flat", "pigtail"), ("tangential", "pigtail"), ("flat", "flat"), ("flat", "tangential")))
        )
        inside = coil.mean_m - coil.wire_m
        yield line | {
            "part": f"{MAKERS[line['maker']]} {coil.rate / 1000:.0f}-{1000 * coil.free_m:.0f}-{1000 * inside:.0f}/{n}",
            "rate": rated(coil.rate, line["maker"]),
            "free length": mm(coil.free_m),
            "solid length": mm(coil.solid_m),
            "inside diameter": mm(inside, 1),
            "wire diameter": mm(coil.wire_m, 1),
            "active coils": f"{coil.active:g}",
            "upper end": ends[0],
            "lower end": ends[1],
        }


def progressive(chance: random.Random) -> Iterable[Line]:
    """Coils of two pitches: the close ones close first, then those that are left are stiffer."""
    for n, (tenths, close, wide, free) in enumerate(
        product(range(100, 161, 10), (2, 3, 4), (4, 5, 6, 7), (0.36, 0.39, 0.42, 0.45))
    ):
        d, mean = tenths / 10_000, 0.105 + tenths / 10_000
        a_turn = STEEL.shear_pa * d**4 / (8.0 * mean**3)
        soft, firm = a_turn / (close + wide), a_turn / wide
        change = (close + wide) * 0.3 * d  # the close turns stand three tenths of their wire apart
        solid = (close + wide + 2) * d
        if not 0.03 < change < 0.6 * (free - solid):
            continue
        line = offered(chance, n, 90 + 6000 * d, sold_as=True, lift_m=chance.choice((0.0, 0.03, 0.05)))
        yield line | {
            "part": f"{MAKERS[line['maker']]} {soft / 1000:.0f}/{firm / 1000:.0f}-{1000 * free:.0f}/{n}",
            "first rate": rated(soft, line["maker"]),
            "second rate": rated(firm, line["maker"]),
            "rate changes at compression": mm(change),
            "free length": mm(free),
            "solid length": mm(solid),
            "inside diameter": mm(0.105, 1),
        }


def leaf_packs(chance: random.Random) -> Iterable[Line]:
    """Packs of two to six leaves, each a fifth shorter than the one above; the rate is that of the pack as the program bends it."""
    rows = product((0.55, 0.60, 0.65), (0.05, 0.06, 0.07), (0.006, 0.007, 0.008, 0.009), (2, 3, 4, 5, 6), (0.08, 0.12))
    for n, (half, width, thick, count, arch) in enumerate(rows):
        leaves = tuple(
            Leaf(
                front_m=half * 0.82**k,
                rear_m=half * 0.82**k,
                width_m=width,
                thick_m=thick,
                curve=curve_of(2 * half * 0.82**k, arch * 0.67**k),
            )
            for k in range(count)
        )
        pack = LeafPack(leaves=leaves, clamp_m=0.1)
        load = 2500.0 + 900.0 * count
        rate = 2000.0 / (pack.compression(load + 1000.0) - pack.compression(load - 1000.0))
        line = offered(chance, n, 60 + 9 * count, sold_as=True, lift_m=chance.choice((0.0, 0.03, 0.05)))
        yield line | {
            "part": f"{MAKERS[line['maker']]} L{count}-{rate / 1000:.0f}-{1000 * arch:.0f}/{n}",
            "rate": rated(rate, line["maker"]),
            "free arch": mm(pack.free_arch_m),
            "front length": mm(half),
            "rear length": mm(half),
            "width": mm(width),
            "number of leaves": str(count),
            "rated load": f"{10 * round(load / GRAVITY / 10)} kg",
        }


def single_leaves(chance: random.Random) -> Iterable[Line]:
    """Leaves to add to a pack."""
    rows = product((0.006, 0.007, 0.008, 0.009, 0.010), (0.05, 0.06, 0.07), (0.30, 0.38, 0.45, 0.52), (0.30, 0.38, 0.45, 0.52))
    for n, (thick, width, front, rear) in enumerate(rows):
        weight = 7850 * thick * width * (front + rear)
        line = offered(chance, n, 12 + 7 * weight)
        yield line | {
            "part": f"{MAKERS[line['maker']]} S{1000 * thick:.0f}-{1000 * width:.0f}-{1000 * (front + rear):.0f}/{n}",
            "thickness": mm(thick),
            "width": mm(width),
            "front length": mm(front),
            "rear length": mm(rear),
            "free arch": mm((front + rear) ** 2 * 0.1),
        }


def bags(chance: random.Random) -> Iterable[Line]:
    """Bags by their effective diameter; what they are rated for is pressure times area."""
    rows = product(range(70, 201, 5), (0.16, 0.20, 0.24, 0.28), (3.5e5, 7e5))
    for n, (across, height, most) in enumerate(rows):
        line = offered(chance, n, 40 + across / 2)
        carries = most * np.pi / 4 * (across / 1000) ** 2 / GRAVITY
        yield line | {
            "part": f"{MAKERS[line['maker']]} B{across}-{1000 * height:.0f}-{most / 1e5:.0f}/{n}",
            "effective diameter": f"{across} mm",
            "extended height": mm(height),
            "compressed height": mm(0.35 * height),
            "min pressure": "0.3 bar",
            "max pressure": f"{most / 1e5:.1f} bar",
            "rated load": f"{carries:.0f} kg",
        }


def torsion_bars(chance: random.Random) -> Iterable[Line]:
    """Bars by diameter and length, with splines of two counts."""
    for n, (tenths, length, splines) in enumerate(
        product(range(200, 321, 5), (0.9, 1.0, 1.1, 1.2), ((30, 31), (36, 36), (40, 44)))
    ):
        line = offered(chance, n, 40 + 9 * length * (tenths / 100) ** 2)
        yield line | {
            "part": f"{MAKERS[line['maker']]} T{tenths / 10:g}-{1000 * length:.0f}/{n}",
            "diameter": f"{tenths / 10:g} mm",
            "length": mm(length),
            "inner splines": str(splines[0]),
            "outer splines": str(splines[1]),
        }


def bump_stops(chance: random.Random) -> Iterable[Line]:
    """Stops by height and material; stiffer where they are wider."""
    for n, (free, material, step) in enumerate(product(range(30, 101, 5), ("rubber", "foam", "hydraulic"), (1, 2, 3, 4, 5))):
        line = offered(chance, n, {"rubber": 8, "foam": 25, "hydraulic": 90}[material] + free / 5)
        soft = {"rubber": 30e3, "foam": 12e3, "hydraulic": 20e3}[material]
        yield line | {
            "part": f"{MAKERS[line['maker']]} P{free}{material[0].upper()}{step}/{n}",
            "free height": f"{free} mm",
            "initial rate": rated(soft * (0.6 + 0.3 * step), line["maker"]),
            "material": material,
        }


def shocks(chance: random.Random) -> Iterable[Line]:
    """Shocks: a stroke, and a collapsed length that holds it with both eyes."""
    for n, (stroke, dead, body) in enumerate(product(range(120, 321, 10), (150, 170, 190, 210), (46, 51, 60))):
        line = offered(chance, n, 60 + stroke / 3 + body)
        yield line | {
            "part": f"{MAKERS[line['maker']]} D{stroke}-{stroke + dead}-{body}/{n}",
            "extended length": f"{2 * stroke + dead} mm",
            "collapsed length": f"{stroke + dead} mm",
            "body diameter": f"{body} mm",
        }


def helpers(chance: random.Random) -> Iterable[Line]:
    """Foam and rubber helpers by height and rate."""
    for n, (free, rate, material) in enumerate(product(range(60, 181, 10), range(10, 60, 6), ("foam", "rubber"))):
        line = offered(chance, n, 20 + free / 4)
        carries = 0.4 * free * rate / GRAVITY
        yield line | {
            "part": f"{MAKERS[line['maker']]} H{free}-{rate}{material[0].upper()}/{n}",
            "free height": f"{free} mm",
            "initial rate": rated(1000.0 * rate, line["maker"]),
            "material": material,
            "rated load": f"{10 * max(round(carries / 10), 1)} kg",
        }


def kits(chance: random.Random, parts: dict[str, list[Line]]) -> Iterable[Line]:
    """Coils, shocks and stops of one maker, for vehicles that nobody built."""
    for n in range(200):
        maker = list(MAKERS)[n % len(MAKERS)]
        own = {kind: [line["part"] for line in lines if line["maker"] == maker] for kind, lines in parts.items()}
        pairs = sorted(chance.sample(own["coil"], 1 + n % 2))
        holds = [*(f"2 x {pair}" for pair in pairs), f"{2 * len(pairs)} x {chance.choice(own['shock'])}"]
        if n % 3:
            holds.append(f"4 x {chance.choice(own['bump stop'])}")
        yield offered(chance, n, chance.randint(600, 1400)) | {
            "part": f"{MAKERS[maker]} K{n:03d}",
            "parts": "; ".join(holds),
            "fits": chance.choice(("survey buggy", "bee flatbed", "dairy van")),
            "years": chance.choice(("2011-2018", "2019-", "")),
            "stated loads": chance.choice(("empty", "+100 kg front", "+300 kg rear")),
            "sold as lift": mm(chance.choice((0.0, 0.03, 0.05))),
            "small parts": chance.choice(("", "8 bushes; 4 U-bolts", "2 spacers 10 mm")),
        }


def shelf(chance: random.Random, parts: dict[str, list[Line]]) -> Iterable[Line]:
    """What lies in the shop: a part in thirty, mostly in pairs."""
    for kind in ("coil", "progressive coil", "stacked spring", "shock", "air bag", "torsion bar"):
        for line in parts[kind]:
            if chance.random() < 1 / 30:
                place = f"row {chance.randint(1, 9)}"
                yield {"part": line["part"], "maker": line["maker"], "count": str(chance.choice((1, 2, 2, 4))), "place": place}


def write(kind: str, lines: list[Line]) -> None:
    """One list, its columns in the order of the documents, none that no part fills."""
    heads = [column.words for column in columns_of(kind) if any(line.get(column.words) for line in lines)]
    path = HERE / SHIPPED[kind]
    with path.open("w", encoding="utf-8", newline="") as out:
        rows = csv.writer(out, lineterminator="\n")
        rows.writerow([kind, *heads])
        rows.writerows([[line["part"], *(line.get(head, "") for head in heads)] for line in lines])
    print(f"{path.name}: {len(lines)}")


def main() -> None:
    HERE.mkdir(exist_ok=True)
    chance = random.Random(20261130)
    makes: dict[str, Callable[[], Iterable[Line]]] = {
        "coil": lambda: coils(chance, short=False),
        "progressive coil": lambda: progressive(chance),
        "stacked spring": lambda: coils(chance, short=True),
        "leaf pack": lambda: leaf_packs(chance),
        "leaf": lambda: single_leaves(chance),
        "air bag": lambda: bags(chance),
        "torsion bar": lambda: torsion_bars(chance),
        "bump stop": lambda: bump_stops(chance),
        "shock": lambda: shocks(chance),
        "helper": lambda: helpers(chance),
    }
    parts = {kind: list(make()) for kind, make in makes.items()}
    for kind, lines in parts.items():
        write(kind, lines)
    write("kit", list(kits(chance, parts)))
    write("shelf", list(shelf(chance, parts)))


if __name__ == "__main__":
    main()
