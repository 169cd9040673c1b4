"""Starting the server: which data, which address, which hosts may speak to it."""

from __future__ import annotations

import argparse
import logging
import socket
from pathlib import Path
from typing import Final

from waitress import create_server

from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.demo import make_demo
from rheum.devices.clock import machine_moment
from rheum.judging_again import judge_again_beside
from rheum.store.database import Kind, StoreError, default_data, open_data
from rheum.store.lock import held

# Screens that may wait for news at a time; a thread that waits costs nothing but its place (measured in bench/news.py).
_SCREENS: Final = 32
_EVERYWHERE: Final = ("0.0.0.0", "::")


def _hosts(arguments: argparse.Namespace) -> tuple[str, ...]:
    if arguments.host in _EVERYWHERE and not arguments.allow_host:
        raise StoreError(
            "Listening everywhere needs the address that screens will use: add --allow-host, for example --allow-host 192.168.1.20."
        )
    named = [] if arguments.host in _EVERYWHERE else [arguments.host]
    return tuple(name.lower() for name in (*named, *arguments.allow_host))


def serve(arguments: argparse.Namespace, demo: bool) -> int:
    """Serve until stopped, holding the data folder for oneself. StoreError with a sentence where data or address cannot be used."""
    kind: Kind = "demo" if demo else "kitchen"
    hosts = _hosts(arguments)
    if not 0 < arguments.port < 65536:
        raise StoreError(f"There is no port {arguments.port}. Choose one from 1 to 65535, such as 8765.")
    folder = arguments.data or (Path.cwd() / "data" / "demo" if demo else default_data())
    with held(folder, kind, "start again"):
        path = make_demo(folder, fresh=arguments.fresh) if demo else open_data(folder, kind, check=True)
        return _run(arguments, kind, path, hosts)


def _run(arguments: argparse.Namespace, kind: Kind, path: Path, hosts: tuple[str, ...]) -> int:
    made = Setup(path, kind, allowed_hosts(arguments.port, hosts), screens=_SCREENS)
    app = create_app(made)
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    try:
        server = create_server(app, host=arguments.host, port=arguments.port, threads=_SCREENS + 8, ident="rheum")
    except (OSError, socket.gaierror, ValueError) as error:
        why = getattr(error, "strerror", None) or error
        raise StoreError(
            f"Rheum cannot listen on {arguments.host}:{arguments.port} ({why}). Choose another with --port or --host."
        ) from None
    print(
        f"{'The demo kitchen' if kind == 'demo' else 'Your kitchen'} is at http://127.0.0.1:{arguments.port}"
        if arguments.host in ("127.0.0.1", *_EVERYWHERE)
        else "Rheum is running",
        flush=True,
    )
    for name in hosts:
        if name not in ("127.0.0.1", "localhost"):
            print(f"For the phone on the kitchen's network: http://{name}:{arguments.port}", flush=True)
    print("Stop it with Ctrl-C; nothing is lost.", flush=True)
    judge_again_beside(path, machine_moment().at)
    try:
        server.run()
    except KeyboardInterrupt:
        pass
    finally:
        made.news.close()
        server.close()
        made.idle.close()
    return 0
