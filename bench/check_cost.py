"""What a check costs through the API, against an empty request to the same server in the same run.

Requests alternate, so that whatever else the machine does falls on both alike. Each text is judged with one line new, as while it is typed, and
with every amount new, as when it is pasted.
"""

from __future__ import annotations

import http.client
import json
import re
import statistics
import tempfile
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from itertools import product
from pathlib import Path

from waitress import create_server

from bench.keystroke import LONG
from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from rheum.store.database import open_data

FAULTY = LONG.replace("2 cups carrots", "5 cups carrots").replace("(5%)", "(4%)") + "Leave 1 inch headspace.\n"
FAULTY = (
    FAULTY.replace("2 bay leaves", "1 cup leeks, sliced")
    .replace("1 tsp cumin", "2 cups water")
    .replace("1 cinnamon stick", "1/2 cup olive oil")
)
ROUNDS = 300
WARM_UP = 30


def timed(connection: http.client.HTTPConnection, method: str, path: str, body: str | None) -> float:
    began = time.perf_counter()
    connection.request(method, path, body, {"Content-Type": "application/json"} if body else {})
    answer = connection.getresponse()
    answer.read()
    assert answer.status == 200, answer.status
    return (time.perf_counter() - began) * 1000


def spread(times: list[float]) -> str:
    ordered = sorted(times)
    return f"min {ordered[0]:.2f}  median {statistics.median(ordered):.2f}  p95 {ordered[int(len(ordered) * 0.95)]:.2f}  max {ordered[-1]:.2f} ms"


def one_line_new(text: str, round_: int) -> str:
    """The text with one line that was not there before."""
    return text.replace("\n\n", f"\n\n{1 + round_ / 1000:.3f} tsp cumin, ground\n", 1)


def all_new(text: str, round_: int) -> str:
    """The text with another amount on every line that begins with one."""
    out = []
    for line in text.split("\n"):
        begins = re.match(r"(\d+ )?(\d+)(/\d+)? (?=[a-zA-Z])", line)
        out.append(f"{float(begins[1] or begins[2]) + round_ / 5000:.4f} {line[begins.end() :]}" if begins else line)
    return "\n".join(out)


@contextmanager
def connected(database_in: Callable[[Path], Path]) -> Iterator[http.client.HTTPConnection]:
    """A connection to a server of its own, on a database made in a folder that goes afterwards."""
    hosts: set[str] = set()
    with tempfile.TemporaryDirectory() as folder:
        app = create_app(Setup(database_in(Path(folder)), "demo", hosts))  # type: ignore[arg-type]
        server = create_server(app, host="127.0.0.1", port=0, threads=4)
        hosts.update(allowed_hosts(server.effective_port))
        threading.Thread(target=server.run, daemon=True).start()
        yield http.client.HTTPConnection("127.0.0.1", server.effective_port)
        server.close()


def main() -> None:
    with connected(lambda folder: open_data(folder, "kitchen")) as connection:
        facts = library()
        questions: dict[str, dict[str, str]] = {
            "dilled green beans, US cups": {"text": formula_text(facts.formulas["dilled-green-beans"]), "measures": "us"},
            "mixed garden pickle, 14 lines, cups unstated": {"text": formula_text(facts.formulas["mixed-vegetables"])},
            "a garden pickle of 25 lines, US cups": {"text": LONG, "measures": "us"},
            "the same with six faults, each with its remedy": {"text": FAULTY, "measures": "us"},
        }
        for (name, question), (how, new) in product(questions.items(), (("one line new", one_line_new), ("all new", all_new))):
            empty, check = [], []
            for round_ in range(ROUNDS + WARM_UP):
                body = json.dumps({**question, "text": new(question["text"], round_), "altitude_m": 1265})
                one, other = timed(connection, "GET", "/api/alive", None), timed(connection, "POST", "/api/check", body)
                if round_ >= WARM_UP:
                    empty.append(one)
                    check.append(other)
            print(f"{name}, {how}")
            print(f"    empty request  {spread(empty)}")
            print(f"    check          {spread(check)}")
            print(f"    a check is {statistics.median(check) / statistics.median(empty):.1f} empty requests")


if __name__ == "__main__":
    main()
