"""The command line: assess a job, write a demo, print the schema, open the window."""

from __future__ import annotations

import argparse
import gc
import os
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import get_args

from isostat import __version__
from isostat.cli.book_options import add_to as add_book
from isostat.cli.find_options import add_to as add_find
from isostat.cli.options import whole_number
from isostat.cli.spring_options import add_to as add_spring
from isostat.cli.terminal import ANSWERED, FAULTS, REFUSED, complain, spoken, tell, tell_plain
from isostat.job.demos import demo, demo_names
from isostat.job.files import JobFault, read_job
from isostat.job.log import HUB_TO_ARCH, LOGGED_POINTS, Rechecked
from isostat.job.save import save_job
from isostat.job.schema import Job
from isostat.job.tables.reader import read_table
from isostat.job.tables.readings_csv import measurements_csv, with_measurements
from isostat.language import tr
from isostat.units.unit import DEFAULT_PRESET, PRESETS

CARD_KINDS = {
    "html": "write it as a web page that needs nothing else", "pdf": "write it as PDF", "cab": "write the card for the cab",
    "customer": "write the sheet for whoever owns the vehicle",
    "order": "write what is to be ordered as CSV",
}  # fmt: skip
STRICT = "exit with status 3 if any finding is a fault"


def _assess(job_path: Path, units: str, as_json: bool, strict: bool) -> int:
    from isostat.answers.assessment import answer  # noqa: PLC0415
    from isostat.assess import assess  # noqa: PLC0415 - scipy is slow to import, and `--version` needs none of it
    from isostat.assess.fixes import judge_fixes  # noqa: PLC0415
    from isostat.assess.judge import judge  # noqa: PLC0415
    from isostat.assess.judgement import Grade  # noqa: PLC0415
    from isostat.wording.letter import letter  # noqa: PLC0415
    from isostat.wording.reader import Reader  # noqa: PLC0415

    job = read_job(job_path)
    assessment = assess(job)
    judgements = judge(assessment)
    fixes = judge_fixes(assessment, judgements)
    reader = Reader(job, PRESETS[units])
    if as_json:
        tell_plain(answer(assessment, judgements, fixes, reader))
    else:
        tell(letter(assessment, judgements, fixes, reader))
    return FAULTS if strict and any(j.grade is Grade.FAULT for j in judgements) else ANSWERED


def _measurements(job_path: Path, take: Path | None, units: str) -> int:
    job = read_job(job_path)
    if take is None:
        tell(measurements_csv(job, PRESETS[units]))
    else:
        save_job(with_measurements(job, read_table(take), take.name, PRESETS[units]), job_path)
    return 0


def _stand_in(job_path: Path, port: int, slow: str) -> int:
    import asyncio  # noqa: PLC0415 - wanted by this command alone

    from isostat.devices.stand_in import Faults, serve  # noqa: PLC0415

    job = read_job(job_path)

    def ready(at: int) -> None:
        tell(tr("Simulated scales at localhost:{port}. Ctrl C stops them.", port=at) + "\n")
        sys.stdout.flush()

    try:
        asyncio.run(serve(job, port, Faults(slow_pad=slow.upper()), ready))
    except KeyboardInterrupt:
        tell("\n")
    except OSError as fault:
        complain(tr("Port {port} cannot be used for the scales: {why}.", port=port, why=os.strerror(fault.errno or 0).lower()))
        return REFUSED
    return 0


def _open(path: Path | None) -> int:
    from isostat.desktop.display import NoDisplay  # noqa: PLC0415 - Qt only where a window is wanted

    try:
        from isostat.desktop.application import run  # noqa: PLC0415

        return run(path)
    except NoDisplay as why:
        complain(str(why))
        return REFUSED


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="isostat", description=__doc__)
    parser.add_argument("--version", action="version", version=f"isostat {__version__}")
    commands = parser.add_subparsers(dest="command", required=True)
    assess = commands.add_parser("assess", help="heights, loads, travel, spring order and findings of a job")
    assess.add_argument("job", type=Path)
    assess.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    assess.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    assess.add_argument("--strict", action="store_true", help=STRICT)
    write = commands.add_parser("demo", help=f"write a demo job: {', '.join(demo_names())}")
    write.add_argument("name")
    write.add_argument("out", type=Path)
    opened = commands.add_parser("open", help="open a job in the window")
    opened.add_argument("job", type=Path, nargs="?")
    out = commands.add_parser("measurements", help="export readings to CSV, or import them (docs/csv.md)")
    out.add_argument("job", type=Path)
    out.add_argument("--take", type=Path, metavar="CSV", help="import these readings and save the job")
    out.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name, help="units of cells that name none")
    stand_in = commands.add_parser("stand-in", help="simulate workshop scales for testing")
    stand_in.add_argument("device", choices=["scales"])
    stand_in.add_argument("--job", type=Path, required=True, help="job whose corner weights it shows")
    stand_in.add_argument("--port", type=whole_number, default=8107, help="0: any free port")
    stand_in.add_argument("--slow", default="", metavar="PAD", help="a pad that is slow to settle, e.g. RL")
    add_spring(commands)
    travel = commands.add_parser("travel", help="order of contact at each wheel, articulation, stops, straps, shocks, damping")
    travel.add_argument("job", type=Path)
    travel.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    travel.add_argument("--shocks", type=Path, metavar="CSV", help="rank these: name, extended, collapsed (docs/csv.md)")
    travel.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    travel.add_argument("--strict", action="store_true", help=STRICT)
    dragged = commands.add_parser("knock-on", help="what the new height drags with it: bars, links, shafts, lamps, brake valve")
    dragged.add_argument("job", type=Path)
    dragged.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    dragged.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    dragged.add_argument("--strict", action="store_true", help=STRICT)
    card = commands.add_parser("card", help="the job card: what to order, every step of fitting in order, what is due when")
    card.add_argument("job", type=Path)
    for kind in ("html", "pdf", "cab", "customer", "order"):
        card.add_argument(f"--{kind}", type=Path, metavar="OUT", help=CARD_KINDS[kind])
    card.add_argument("--paper", choices=["A4", "Letter"], default="A4")
    card.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    card.add_argument("--strict", action="store_true", help=STRICT)
    log = commands.add_parser("log", help="heights read after fitting, held against what was promised, and what to turn")
    log.add_argument("job", type=Path)
    log.add_argument(
        "--add", nargs="+", metavar="HEIGHT", help="one entry more: left and right of each axle, front first; - not read"
    )
    log.add_argument("--km", type=float, default=0.0, help="driven since it was fitted")
    log.add_argument("--state", choices=["lowered", "rolled", "driven"], help="usual: rolled, or driven where --km says so")
    log.add_argument("--case", help="what was on board: the name of a load case; usual: the workshop's floor")
    log.add_argument("--at", choices=LOGGED_POINTS, default=HUB_TO_ARCH, help="point at which they were read; usual: hub_to_arch_m")
    log.add_argument("--day", default="", help="usual: today, as 2026-06-21")
    log.add_argument("--who", default="")
    log.add_argument("--note", default="")
    log.add_argument("--csv", action="store_true", help="the entries as CSV (docs/csv.md)")
    log.add_argument("--take", type=Path, metavar="CSV", help="puts the entries of a CSV behind those that are there, and saves")
    log.add_argument("--ics", type=Path, metavar="OUT", help="writes what is due as a calendar, RFC 5545")
    log.add_argument("--done", choices=get_args(Rechecked), help="checked again by the last entry")
    log.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    log.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    log.add_argument("--strict", action="store_true", help=STRICT)
    add_find(commands)
    add_book(commands)
    commands.add_parser("schema", help="print the JSON Schema of a job file")
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs one command. Returns the exit status: 0 answered, 1 refused, in words on standard error; 2 is for how it was called.

    With `--strict` it is 3 where a finding is a fault.
    """
    return spoken(lambda: _main(arguments))


def _main(arguments: Sequence[str] | None) -> int:
    asked = _parser().parse_args(arguments)
    if asked.command != "open":
        gc.enable()
    try:
        match asked.command:
            case "assess":
                return _assess(asked.job, asked.units, asked.json, asked.strict)
            case "demo":
                save_job(demo(asked.name), asked.out)
            case "measurements":
                return _measurements(asked.job, asked.take, asked.units)
            case "spring":
                from isostat.cli.springs.coil import answer_spring  # noqa: PLC0415 - the core only where it is wanted

                return answer_spring(asked)
            case "travel":
                from isostat.cli.travel import answer_travel  # noqa: PLC0415 - likewise

                return answer_travel(asked)
            case "knock-on":
                from isostat.cli.knock_on import answer_knock_on  # noqa: PLC0415 - likewise

                return answer_knock_on(asked)
            case "card":
                from isostat.cli.card import answer_card  # noqa: PLC0415 - likewise

                return answer_card(asked)
            case "log":
                from isostat.cli.log import answer_log  # noqa: PLC0415 - likewise

                return answer_log(asked)
            case "book":
                from isostat.cli.book import answer_book  # noqa: PLC0415 - likewise

                return answer_book(asked)
            case "find":
                from isostat.cli.find import answer_find  # noqa: PLC0415 - likewise

                return answer_find(asked)
            case "stand-in":
                return _stand_in(asked.job, asked.port, asked.slow)
            case "schema":
                tell_plain(Job.model_json_schema())
            case "open":
                return _open(asked.job)
    except JobFault as fault:
        preset = PRESETS[getattr(asked, "units", DEFAULT_PRESET.name)]
        complain("\n".join([tr("{source}: not read.", source=fault.source), *(f"  {why.words(preset)}" for why in fault.sayings)]))
        return REFUSED
    except OSError as fault:
        if not fault.filename:  # of the answer's way out, not of a file
            raise
        complain(f"{fault.filename}: {fault.strerror or fault}.")
        return REFUSED
    return 0
