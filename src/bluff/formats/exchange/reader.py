"""The process that reads one drawing: its kind and the answers to guesses as arguments, the file on standard input.

Prints the reading as JSON, or the sentence that says why not and exits with `REFUSED`.
"""

import sys

from bluff.formats.bounded import REFUSED
from bluff.formats.errors import FaultyData
from bluff.formats.exchange import DrawingKind
from bluff.formats.exchange.choices import said


def main(kind: str, *choices: str) -> int:
    """Read standard input; returns the exit code."""
    data = sys.stdin.buffer.read()
    try:
        if kind == DrawingKind.IFC:
            from bluff.formats.exchange.ifc_read import read_ifc  # only the library that is needed, each takes a second

            reading = read_ifc(data.decode("utf-8", errors="replace"), said(choices))
        else:
            from bluff.formats.exchange.dxf_read import read_dxf

            reading = read_dxf(data, said(choices))
    except FaultyData as error:
        print(error.faults[0].message)
        return REFUSED
    print(reading.model_dump_json(by_alias=True))
    return 0


if __name__ == "__main__":
    sys.exit(main(*sys.argv[1:]))
