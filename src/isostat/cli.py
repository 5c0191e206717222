"""The command line: assess a job, write a demo, print the schema, open the window."""

from __future__ import annotations

import argparse
import gc
import json
import sys
from collections.abc import Sequence
from pathlib import Path

from isostat import __version__
from isostat.cli_spring import add_to as add_spring
from isostat.job.demos import demo, demo_names
from isostat.job.files import JobFault, read_job, save_job
from isostat.job.measurements import measurements_csv, with_measurements
from isostat.job.schema import Job
from isostat.units.unit import DEFAULT_PRESET, PRESETS


def _assess(job_path: Path, units: str, as_json: bool) -> int:
    from isostat.assess import assess  # noqa: PLC0415 - scipy is slow to import, and `--version` needs none of it
    from isostat.assess.fixes import judge_fixes  # noqa: PLC0415
    from isostat.assess.judge import judge  # noqa: PLC0415
    from isostat.wording.answer import answer  # noqa: PLC0415
    from isostat.wording.letter import letter  # noqa: PLC0415
    from isostat.wording.reader import Reader  # noqa: PLC0415

    job = read_job(job_path)
    assessment = assess(job)
    judgements = judge(assessment)
    fixes = judge_fixes(assessment, judgements)
    reader = Reader(job, PRESETS[units])
    if as_json:
        sys.stdout.write(json.dumps(answer(assessment, judgements, fixes, reader), indent=1, ensure_ascii=False) + "\n")
    else:
        sys.stdout.write(letter(assessment, judgements, fixes, reader))
    return 0


def _measurements(job_path: Path, take: Path | None, units: str) -> int:
    job = read_job(job_path)
    if take is None:
        sys.stdout.write(measurements_csv(job, PRESETS[units]))
    else:
        save_job(with_measurements(job, take.read_text(encoding="utf-8", errors="replace"), take.name, PRESETS[units]), job_path)
    return 0


def _stand_in(job_path: Path, port: int, slow: str) -> int:
    import asyncio  # noqa: PLC0415 - wanted by this command alone

    from isostat.devices.stand_in import Faults, serve  # noqa: PLC0415

    job = read_job(job_path)

    def ready(at: int) -> None:
        sys.stdout.write(f"Scales stand in at localhost:{at}. Ctrl C ends it.\n")
        sys.stdout.flush()

    try:
        asyncio.run(serve(job, port, Faults(slow_pad=slow.upper()), ready))
    except KeyboardInterrupt:
        sys.stdout.write("\n")
    return 0


def _open(path: Path | None) -> int:
    from isostat.desktop.display import NoDisplay  # noqa: PLC0415 - Qt only where a window is wanted

    try:
        from isostat.desktop.application import run  # noqa: PLC0415

        return run(path)
    except NoDisplay as why:
        sys.stderr.write(f"{why}\n")
        return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="isostat", description=__doc__)
    parser.add_argument("--version", action="version", version=f"isostat {__version__}")
    commands = parser.add_subparsers(dest="command", required=True)
    assess = commands.add_parser("assess", help="heights, loads, travel, the spring order and findings of a job")
    assess.add_argument("job", type=Path)
    assess.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    assess.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    write = commands.add_parser("demo", help=f"write a demo job: {', '.join(demo_names())}")
    write.add_argument("name")
    write.add_argument("out", type=Path)
    opened = commands.add_parser("open", help="open a job in the window")
    opened.add_argument("job", type=Path, nargs="?")
    out = commands.add_parser("measurements", help="print a job's readings as CSV, or put those of a CSV into it (docs/csv.md)")
    out.add_argument("job", type=Path)
    out.add_argument("--take", type=Path, metavar="CSV", help="put these readings into the job and save it")
    out.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name, help="of cells without a unit")
    stand_in = commands.add_parser("stand-in", help="speak like an instrument of the workshop, to try the window without one")
    stand_in.add_argument("device", choices=["scales"])
    stand_in.add_argument("--job", type=Path, required=True, help="whose pad loads it shows")
    stand_in.add_argument("--port", type=int, default=8107)
    stand_in.add_argument("--slow", default="", metavar="PAD", help="a pad that settles late, such as RL")
    add_spring(commands)
    travel = commands.add_parser(
        "travel", help="what comes when on every wheel's way, one wheel up, stops, straps, shocks, damping"
    )
    travel.add_argument("job", type=Path)
    travel.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    travel.add_argument("--shocks", type=Path, metavar="CSV", help="rank these: name, extended, collapsed (docs/csv.md)")
    travel.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
    commands.add_parser("schema", help="print the JSON Schema of a job file")
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs one command. Returns the exit status: 0 done, 1 refused with sentences on standard error."""
    asked = _parser().parse_args(arguments)
    if asked.command != "open":
        gc.enable()
    try:
        match asked.command:
            case "assess":
                return _assess(asked.job, asked.units, asked.json)
            case "demo":
                save_job(demo(asked.name), asked.out)
            case "measurements":
                return _measurements(asked.job, asked.take, asked.units)
            case "spring":
                from isostat.spring_answer import answer_spring  # noqa: PLC0415 - the core only where it is wanted

                return answer_spring(asked)
            case "travel":
                from isostat.travel_answer import answer_travel  # noqa: PLC0415 - likewise

                return answer_travel(asked)
            case "stand-in":
                return _stand_in(asked.job, asked.port, asked.slow)
            case "schema":
                sys.stdout.write(json.dumps(Job.model_json_schema(), indent=1) + "\n")
            case "open":
                return _open(asked.job)
    except JobFault as fault:
        sys.stderr.write("\n".join([f"{fault.source}: not read.", *(f"  {f}" for f in fault.faults)]) + "\n")
        return 1
    except OSError as fault:
        sys.stderr.write(f"{fault.filename or asked.command}: {fault.strerror or fault}.\n")
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
