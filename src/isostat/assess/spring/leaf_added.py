"""A leaf that a pack is given beyond those it was found with: how it is cut and how far it stands off its neighbour."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.solve.assessment import Assessment
from isostat.job.springs.leaf import LeafRow


@dataclass(frozen=True, slots=True)
class AddedLeaf:
    """Lengths from the centre bolt, and the gap at the clamp before it is drawn up, its tips on the leaf above; m, None unread."""

    front_m: float | None
    rear_m: float | None
    nip_m: float | None


def added_leaf(a: Assessment, axle: int) -> AddedLeaf | None:
    """The first of them, by lengths and thickness, since the others may be re-arched; None where none was added, or others cut."""
    was, now = a.job.as_found.axles[axle].pack.leaves, a.job.proposal.axles[axle].pack.leaves
    old, new = [_cut(leaf) for leaf in was], []
    for n, leaf in enumerate(now):
        if old and _cut(leaf) == old[0]:
            old.pop(0)
        else:
            new.append(n)
    if old or not new or new[0] == 0:
        return None
    leaf = now[new[0]]
    front, rear, _ = _cut(leaf)
    return AddedLeaf(front, rear, _nip_m(leaf, now[new[0] - 1]))


def _cut(leaf: LeafRow) -> tuple[float | None, ...]:
    return tuple(None if read is None else float(read.value) for read in (leaf.front_m, leaf.rear_m, leaf.thick_m))


def _nip_m(leaf: LeafRow, above: LeafRow) -> float | None:
    """Rise of a leaf less that of the one above it over as much of its length: bowed leaves are near to parabolas, m."""
    spans, rises = [_span_m(one) for one in (leaf, above)], [leaf.rise_m, above.rise_m]
    if None in spans or None in rises:
        return None
    span, span_above = (float(one) for one in spans if one is not None)
    rise, rise_above = (float(one.value) for one in rises if one is not None)
    return rise - rise_above * (span / span_above) ** 2


def _span_m(leaf: LeafRow) -> float | None:
    if leaf.string_m is not None:
        return float(leaf.string_m.value)
    return None if leaf.front_m is None or leaf.rear_m is None else float(leaf.front_m.value) + float(leaf.rear_m.value)
