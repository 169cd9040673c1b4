"""The `rheum` command: check a recipe, serve the screens, keep the data safe."""

from __future__ import annotations

import argparse
import json
import re
import sys
from datetime import datetime, timezone
from pathlib import Path
from typing import Final

from pydantic import TypeAdapter

from rheum.core.facts.choices import Choices
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import Altitude, AltitudeError, read_height
from rheum.core.measures.amount import AmountError, number
from rheum.core.measures.saying import mm
from rheum.core.measures.units import mm_per, unit_named
from rheum.store.database import FILE_OF, StoreError, default_data, open_data

EXIT: Final = {"shelf": 0, "fridge": 10, "discard": 20}
EXIT_WRONG: Final = 2
_MARK: Final = {"stop": "STOP   ", "limit": "LIMIT  ", "caution": "CAUTION", "note": "note   "}
_WHERE: Final = {
    "shelf": "SHELF: may stand on the shelf",
    "fridge": "FRIDGE: refrigerator or freezer only",
    "discard": "DISCARD: do not jar this",
}


def _altitude(text: str) -> Altitude:
    try:
        return read_height(text, None)
    except AltitudeError as error:
        raise argparse.ArgumentTypeError(str(error)) from None


def _headspace(text: str) -> float:
    match = re.fullmatch(r"\s*([\d\s./¼½¾⅛⅓⅔⅜⅝⅞⅙⅚⁄]{1,20}?)\s*(mm|cm|in|inch|inches|\")\s*", text)
    if match:
        try:
            return number(match.group(1)) * mm_per(unit_named(match.group(2)) or "in")
        except (AmountError, ValueError):
            pass
    raise argparse.ArgumentTypeError(f"“{text}” is not a headspace with a unit. Write it like 0.5in or 12mm.")


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="rheum", description="From “may I make this?” to a dated jar on the shelf.")
    commands = parser.add_subparsers(dest="command", required=True)
    check = commands.add_parser("check", help="judge a recipe file (- reads standard input)")
    check.add_argument("file")
    check.add_argument("--altitude", type=_altitude, help="the kitchen's height with its unit: 1265m or 4150ft")
    check.add_argument("--jar", help="pint, quart, half-pint, 500ml …")
    check.add_argument("--headspace", type=_headspace, help="0.5in or 12mm")
    check.add_argument("--minutes", type=float, help="minutes of processing, all told")
    check.add_argument("--method", choices=("bath", "steam"))
    check.add_argument("--pack", choices=("raw", "hot"))
    check.add_argument("--measures", choices=("us", "metric", "imperial"))
    check.add_argument("--formula", metavar="ID", help="the tested formula you follow")
    check.add_argument(
        "--data", type=Path, default=None, help="also use the formulas, placements and choices of the kitchen in this data folder"
    )
    check.add_argument("--tested-steps", action="store_true", help="make it by the tested steps: the page's own method is set aside")
    check.add_argument("--json", action="store_true", help="print one JSON object")
    for name, words in (("serve", "serve your own kitchen"), ("demo", "serve the demo kitchen")):
        serve = commands.add_parser(name, help=words)
        serve.add_argument("--data", type=Path, default=None, help="the data folder")
        serve.add_argument("--port", type=int, default=8765)
        serve.add_argument("--host", default="127.0.0.1", help="address to listen on; 127.0.0.1 is this machine only")
        serve.add_argument("--allow-host", action="append", default=[], metavar="NAME", help="another name or address that screens may use")
        if name == "demo":
            serve.add_argument("--fresh", action="store_true", help="begin the demo anew")
    for name, words in (
        ("backup", "copy your data to one file"),
        ("restore", "put a backup in the place of your data"),
        ("export", "write everything into one zip of open files"),
        ("import", "read such a zip into an empty kitchen"),
    ):
        keep = commands.add_parser(name, help=words)
        keep.add_argument("file", type=Path)
        keep.add_argument("--data", type=Path, default=None, help="the data folder")
    return parser


def main(argv: list[str] | None = None) -> int:
    """Run a command and give its exit code."""
    arguments = _parser().parse_args(argv)
    if arguments.command == "check":
        return _check(arguments)
    try:
        if arguments.command in ("serve", "demo"):
            from rheum.serving import serve

            return serve(arguments, demo=arguments.command == "demo")
        return _keep(arguments)
    except StoreError as error:
        return _wrong(str(error))


def _wrong(sentence: str) -> int:
    print(f"rheum: {sentence}", file=sys.stderr)
    return EXIT_WRONG


def _read(name: str) -> str:
    """The recipe text of a file. ValueError with a sentence where it cannot be read."""
    from rheum.formats.recipe_file import READ, text_of_file

    if name == "-":
        text = sys.stdin.buffer.read(1_000_000).decode("utf-8", errors="replace")
        return text_of_file("", text)
    path = Path(name)
    if path.suffix.lower() not in READ:
        raise ValueError(
            f"{name} is neither .txt (recipe text) nor .json (a schema.org Recipe), .md, .csv or .html. Rename it, or pipe it in with “-”."
        )
    try:
        if path.stat().st_size > 1_000_000:
            raise ValueError(f"{name} is too large to be a recipe.")
        text = path.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise ValueError(f"{name} cannot be read: {error.strerror}.") from None
    except UnicodeDecodeError:
        raise ValueError(f"{name} is not text in UTF-8. Save it again as plain text.") from None
    return text_of_file(path.name, text)


def _check(arguments: argparse.Namespace) -> int:
    from rheum.reference.loading import library

    try:
        facts, choices = _kitchen(arguments.data) if arguments.data else (library(), Choices())
    except StoreError as error:
        return _wrong(str(error))
    settings = Settings(
        altitude=arguments.altitude,
        jar=arguments.jar,
        pack=arguments.pack,
        set_aside=arguments.tested_steps,
        headspace_mm=arguments.headspace,
        minutes=arguments.minutes,
        method=arguments.method,
        measures=arguments.measures,
        formula_id=arguments.formula,
        choices=choices,
    )
    try:
        verdict = check_text(_read(arguments.file), settings, facts)
    except RecursionError:
        return _wrong(f"{arguments.file} is nested too deeply to be a recipe.")
    except ValueError as error:
        return _wrong(str(error))
    if arguments.json:
        print(json.dumps(TypeAdapter(Verdict).dump_python(verdict, mode="json", by_alias=True), ensure_ascii=False, indent=2))
    else:
        _print(verdict)
    return EXIT[verdict.destination]


def _kitchen(folder: Path) -> tuple[Library, Choices]:
    from rheum.household import facts_of
    from rheum.store.database import connect, open_data

    path = folder / FILE_OF["kitchen"]
    if not path.exists():
        raise StoreError(f"There is no kitchen in {folder}. Leave --data out, or start one with “rheum serve --data {folder}”.")
    database = connect(open_data(folder, "kitchen"))
    try:
        return facts_of(database)
    finally:
        database.close()


def _print(verdict: Verdict) -> None:
    print(verdict.title)
    heard = len(verdict.unread)
    print(f"Not heard yet: {heard} {'word' if heard == 1 else 'words'}" if verdict.unread_only else _WHERE[verdict.destination])
    if verdict.method.says:
        print(verdict.method.says)
    for said in verdict.method.heard:
        print(f"  line {said.line}: “{said.text}” {said.says}")
    if verdict.formula:
        print(f"Against: {verdict.formula.title} ({verdict.formula.source}; remembered: {verdict.formula.recall})")
    if verdict.process and verdict.jar:
        process = verdict.process
        print(
            f"Process {verdict.jar.title} jars {process.minutes} minutes ({process.base_minutes} and {process.altitude_minutes} for {process.band}), "
            f"headspace {mm(process.headspace_mm)}"
        )
        if process.sterilise_minutes:
            print(f"Sterilise the jars first: {process.sterilise_minutes} minutes in boiling water")
    elif verdict.destination == "fridge":
        print(verdict.fridge.says)
    if verdict.kitchen.boiling_point_c is not None:
        print(f"Water boils at {verdict.kitchen.boiling_point_c:.1f} °C here")
    for found in verdict.findings:
        where = f"line {found.line}: " if found.line else ""
        print(f"  {_MARK[found.level]} {where}{found.says} {found.why} [{found.code}; {found.source}]")
        if found.remedy:
            print(f"          → {found.remedy.says}")


def _keep(arguments: argparse.Namespace) -> int:
    from rheum.store.safekeeping import backup, restore

    folder = arguments.data or default_data()
    if arguments.command == "backup":
        backup(folder / FILE_OF["kitchen"], arguments.file)
        print(f"Backed up to {arguments.file}")
        return 0
    if arguments.command == "export":
        from rheum.everything import export

        export(folder / FILE_OF["kitchen"], arguments.file, datetime.now(timezone.utc))
        print(f"Written to {arguments.file}")
        return 0
    if arguments.command == "import":
        from rheum.devices.clock import machine_moment
        from rheum.everything import import_into
        from rheum.store.lock import held

        with held(folder, "kitchen", "import"):
            print(f"Read in: {import_into(open_data(folder, 'kitchen'), arguments.file, machine_moment)}")
        return 0
    kept = restore(folder, arguments.file)
    print(f"Restored from {arguments.file}" + (f"; what was there is kept as {kept}" if kept else ""))
    return 0


if __name__ == "__main__":
    sys.exit(main())
