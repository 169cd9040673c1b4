"""How long a text of the permitted length takes to be judged, for every kind of text that once took long: seconds of CPU by kilobyte.

Run: python -m bench.text_time. Every line is unlike every other, and every judgement begins with empty caches (a process of its own).
The bar: no text takes over a second, nor more than sixty times as long at 40 kB as at 1 kB.
"""

from __future__ import annotations

import multiprocessing
import multiprocessing.connection
import resource
import sys

from rheum.core.parsing.text import MOST_LINES

HEAD = "Test batch\n\n4 lb green beans\n4 cups white vinegar (5%)\n4 cups water\n\nMethod:\n"
PLAIN = "Test batch\n\n4 lb green beans\n4 cups white vinegar (5%)\n"
KINDS: dict[str, tuple[str, str, str]] = {
    # name: what stands before, what is repeated (with a number that makes it another), what stands between
    "per-jar heading": (PLAIN + "# per ", "12 oz {n} oz", " "),
    "headings": (PLAIN, "# per 12 oz {n} oz 12 oz jar", "\n"),
    "speech without stops": (HEAD, "so then you put the jars in the pot with water and {n} you boil them until", " "),
    "sentences": (HEAD, "Put the jars in the pot of {n} litres with water and boil them until the vinegar is hot.", " "),
    "cook": (HEAD, "cook cook {n} cook", " "),
    "no butter": (HEAD, "no butter{n},", " "),
    "take jars when": (HEAD, "take jars {n} when", " "),
    "put water into": (HEAD, "put water into {n}", " "),
    "when boil take": (HEAD, "when boil {n} take", " "),
    "make vinegar for": (HEAD, "make vinegar {n} for", " "),
    "process at altitude": (HEAD, "process at altitude {n}", " "),
    "vinegar cut": (HEAD, "vinegar cut 1:2 {n} vinegar", " "),
    "digits": (HEAD, "1111111{n}", ""),
    "jars boiling water": (HEAD, "jars boiling {n} water", " "),
    "foods": (HEAD, "butter cream {n} cheese oil", " "),
    "add butter": (HEAD, "add butter {n}", " "),
    "brine half": (HEAD, "brine half {n} water butter knife process rest", " "),
    "long sentences": (HEAD, "Cook " + "cook the {n} jars and put water into the vinegar, " * 7 + "now.", " "),
    "blanks in the method": (HEAD + "1", " " * 300 + "x{n}", "1"),
    "yield and blanks": (PLAIN + "Yield: 1", " " * 300 + "x{n}", "1"),
    "heading and blanks": (PLAIN + "# a", " " * 300 + "b{n}", " "),
    "list of blends": (PLAIN, "1 cup white vinegar {n}% blended: 1 part 7% and 2 parts 4%", "\n"),
    "list of blanks": (PLAIN, "1 cup" + " " * 60 + "onions {n}", "\n"),
    "list": (PLAIN, "{n} cups chopped red and green bell peppers (about 1 lb), seeded", "\n"),
    "one line": (PLAIN, "1 cup onions {n} and", " "),
    "introduction": ("", "My aunt made these {n} times, and I remember the smell of vinegar in her kitchen on a rainy day.", "\n"),
    "titles and lists": (
        "",
        "Pickle {n}\n\n2 lb green beans\n1 cup white vinegar (5%)\n1 tsp salt\n\nBoil the jars for 5 minutes.",
        "\n\n",
    ),
    "meant two ways": (PLAIN, "1 lb carrots peeled {n} oz", "\n"),
    "jars when": (HEAD, "When the jars are {n} full lift the lids until they pop, if it matters", " "),
    "add to the jars": (HEAD, "Add {n} cups of the shortening and top up with dip in each jar.", " "),
    "comments": (PLAIN, "Ann {n} says: I doubled this, can I use {n} cups of honey? Reply", "\n"),
    "lines apart": (PLAIN, "{n} cups onions, chopped", "\n\n\n"),
    "blank lines": (PLAIN, "", "\n"),
    "nutrition": (PLAIN, "Sugar: {n} g, Protein: {n} g", "\n"),
}
# The same words in sentences just short of the longest that is read.
for _name in (
    "cook",
    "no butter",
    "take jars when",
    "put water into",
    "when boil take",
    "make vinegar for",
    "process at altitude",
    "vinegar cut",
    "digits",
    "jars boiling water",
    "foods",
    "add butter",
    "brine half",
):
    _said = KINDS[_name][1]
    KINDS[f"{_name}, sentences"] = (HEAD, (_said + (" " if KINDS[_name][2] else "")) * (370 // (len(_said) + 1)) + "x.", " ")
SIZES = (1_000, 4_000, 12_000, 39_000)


def text_of(kind: str, size: int) -> str:
    """A text of a kind, as long as asked."""
    before, said, between = KINDS[kind]
    parts, length, number = [], len(before), 1
    while length < size:
        number += 1
        part = said.replace("{n}", str(number))
        parts.append(part)
        length += len(part) + len(between)
    text = (before + between.join(parts))[:size]
    lines, said = text.split("\n"), 0
    for at, line in enumerate(lines):
        said += bool(line.strip())
        if said > MOST_LINES:
            return "\n".join(lines[:at])
    return text


def seconds(kind: str, size: int) -> float:
    """CPU seconds of one judgement, in a process of its own."""
    ours, theirs = multiprocessing.Pipe(duplex=False)
    worker = multiprocessing.get_context("fork").Process(target=_timed, args=(text_of(kind, size), theirs))
    worker.start()
    worker.join(timeout=60)
    if worker.is_alive():
        worker.kill()
        return float("inf")
    return float(ours.recv())


def _timed(text: str, answer: multiprocessing.connection.Connection) -> None:
    from rheum.core.facts.circumstances import Settings
    from rheum.core.judging.check import judge_if_read
    from rheum.core.measures.altitude import altitude
    from rheum.reference.loading import library

    facts = library()
    before = resource.getrusage(resource.RUSAGE_SELF).ru_utime
    judge_if_read(text, Settings(altitude=altitude(1265, "m"), measures="us"), facts)
    answer.send(resource.getrusage(resource.RUSAGE_SELF).ru_utime - before)


def main() -> int:
    from rheum.core.facts.circumstances import Settings
    from rheum.core.judging.check import judge_if_read
    from rheum.reference.loading import library

    # Facts and formulas are read once, before the processes part.
    judge_if_read("Beans\n4 lb green beans\n4 cups white vinegar (5%)\n4 cups water\n", Settings(measures="us"), library())
    worst = 0.0
    print(f"{'seconds of CPU':28}" + "".join(f"{size / 1000:>8.0f} kB" for size in SIZES))
    for kind in KINDS:
        times = [seconds(kind, size) for size in SIZES]
        worst = max(worst, *times)
        print(f"{kind:28}" + "".join(f"{time:>11.3f}" for time in times), flush=True)
    print(f"worst {worst:.2f} s")
    return 0 if worst <= 2.0 else 1


if __name__ == "__main__":
    sys.exit(main())
