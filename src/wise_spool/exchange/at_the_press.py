"""Printing in a process of its own: a function and what it is given come in, what it gives goes out, one after another.

What comes in and goes out is pickled, between the server and the process it started itself and nobody else. It ends when the
server does: its input ends then.
"""

import os
import pickle
import struct
import sys
import traceback
from typing import Any, BinaryIO

LENGTH = struct.Struct(">Q")


def sent(pipe: BinaryIO, said: Any) -> None:
    """Say one thing, its length first."""
    content = pickle.dumps(said, pickle.HIGHEST_PROTOCOL)
    pipe.write(LENGTH.pack(len(content)))
    pipe.write(content)
    pipe.flush()


def heard(pipe: BinaryIO) -> Any:
    """The next thing that is said. Raises :class:`EOFError` when there is none."""
    head = pipe.read(LENGTH.size)
    if len(head) < LENGTH.size:
        raise EOFError
    (length,) = LENGTH.unpack(head)
    content = pipe.read(length)
    if len(content) < length:
        raise EOFError
    return pickle.loads(content)


def main() -> None:
    """Print what is asked, until nothing is asked any more."""
    os.nice(5)  # what is looked at goes before what is printed
    asks, answers = sys.stdin.buffer, os.fdopen(os.dup(sys.stdout.fileno()), "wb")
    sys.stdout = sys.stderr  # whatever prints to it must not come between
    while True:
        try:
            print_it, given = heard(asks)
        except EOFError:
            return
        try:
            answer: tuple[bool, Any] = (True, print_it(*given))
        except Exception as error:
            answer = (False, _plain(error))
        sent(answers, answer)


def _plain(error: Exception) -> Exception:
    """The error, if it can be sent; what it says, if not."""
    try:
        pickle.loads(pickle.dumps(error))
    except Exception:
        return RuntimeError("".join(traceback.format_exception(error))[-2000:])
    return error


if __name__ == "__main__":
    main()
