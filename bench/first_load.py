"""What the first screen loads, gzipped, against the least page that uses the same component library.

Counts what index.html names (scripts, their static imports, styles) and, for Rheum, the two Latin fonts it paints with.
"""

from __future__ import annotations

import gzip
import re
import subprocess
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent


def gz(path: Path) -> int:
    data = path.read_bytes()
    return len(data) if path.suffix == ".woff2" else len(gzip.compress(data, 9))


def first_load(folder: Path) -> dict[str, int]:
    page = folder / "index.html"
    wanted = {page}
    queue = [folder / name.lstrip("./") for name in re.findall(r'(?:src|href)="([^"]+\.(?:js|css))"', page.read_text())]
    while queue:
        file = queue.pop()
        if file in wanted:
            continue
        wanted.add(file)
        if file.suffix == ".js":
            queue += [file.parent / name for name in re.findall(r'(?:from|import)\s*"\./([^"]+\.js)"', file.read_text())]
    return {file.name: gz(file) for file in sorted(wanted)}


def main() -> None:
    with tempfile.TemporaryDirectory() as out:
        subprocess.run(
            ["npx", "--no-install", "vite", "build", "bare", "--base=./", f"--outDir={out}", "--emptyOutDir", "--logLevel=error"],
            cwd=ROOT / "frontend",
            check=True,
        )
        bare = first_load(Path(out))
    ours = first_load(ROOT / "rheum" / "web")
    fonts = {file.name: gz(file) for file in (ROOT / "rheum" / "web" / "assets").glob("*-latin-wght-normal-*.woff2")}
    for name, sizes in (("bare Chakra page", bare), ("Rheum, Bench", ours), ("fonts", fonts)):
        print(f"{name}: {sum(sizes.values()) / 1000:.1f} kB gzip")
        for file, size in sizes.items():
            print(f"    {size / 1000:8.1f}  {file}")
    print(f"Rheum without fonts is {sum(ours.values()) / sum(bare.values()):.2f} times the bare page")


if __name__ == "__main__":
    main()
