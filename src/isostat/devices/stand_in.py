"""A stand-in for corner scales: serves a job's pad loads as lines, with the faults that real pads have."""

from __future__ import annotations

import asyncio
import random
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import count

from isostat.devices.scales import pad_names
from isostat.job.schema import Job

PORT = 8107
SETTLES = 3.0  # s that a slow pad needs
PERIOD = 0.1  # s between two rounds of lines


@dataclass(frozen=True, slots=True)
class Faults:
    """How bad the scales are: noise as a standard deviation in kg, drift in kg/s, chances a line."""

    noise_kg: float = 0.3
    drift_kg_per_s: float = 0.02
    slow_pad: str = ""  # settles for three seconds before it is stable
    dropped: float = 0.02  # lines that never come
    garbled: float = 0.02  # lines with a character knocked out


def lines(job: Job, faults: Faults, seed: int = 1) -> Iterator[list[str]]:
    """Rounds of lines without end, one round a PERIOD."""
    rng, seconds = random.Random(seed), 0.0
    names = pad_names(len(job.vehicle.axles))
    truth = [reading.value for axle in job.vehicle.axles for reading in (axle.left.pad_kg, axle.right.pad_kg)]
    while True:
        round_ = []
        for name, mass in zip(names, truth, strict=True):
            settling = name == faults.slow_pad and seconds < SETTLES
            shown = (
                mass
                + faults.drift_kg_per_s * seconds
                + rng.gauss(0.0, faults.noise_kg)
                + (20.0 * (SETTLES - seconds) if settling else 0.0)
            )
            line = f"{name} {shown:.1f} kg {'U' if settling else 'S'}"
            if rng.random() < faults.garbled:
                at = rng.randrange(len(line))
                line = line[:at] + "#" + line[at + 1 :]
            if rng.random() >= faults.dropped:
                round_.append(line)
        yield round_
        seconds += PERIOD


async def serve(job: Job, port: int, faults: Faults, ready: Callable[[int], None] = lambda _: None) -> None:
    """Speaks to everyone who connects to the port on this machine until cancelled. ready: takes the port once it listens."""

    seeds = count(1)  # no two readings are alike

    async def speak(_: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        try:
            for round_ in lines(job, faults, next(seeds)):
                writer.write("".join(f"{line}\n" for line in round_).encode())
                await writer.drain()
                await asyncio.sleep(PERIOD)
        except ConnectionError:
            return
        finally:
            writer.close()

    server = await asyncio.start_server(speak, "127.0.0.1", port)
    ready(server.sockets[0].getsockname()[1])
    async with server:
        await server.serve_forever()
