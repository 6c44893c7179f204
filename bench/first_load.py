"""Sizes of the built interface as a browser fetches it."""

import gzip

from wise_spool.settings import ROOT


def main() -> None:
    """Print raw and compressed sizes by kind."""
    assets = ROOT / "web" / "dist" / "assets"
    for kind in ("js", "css", "woff2"):
        files = sorted(assets.glob(f"*.{kind}"))
        raw = sum(f.stat().st_size for f in files)
        small = raw if kind == "woff2" else sum(len(gzip.compress(f.read_bytes())) for f in files)
        print(
            f"{kind:<8} {len(files)} files  {raw / 1000:7.1f} kB  compressed {small / 1000:7.1f} kB"
        )


if __name__ == "__main__":
    main()
