"""What the program says of itself: one JSON line a happening, on standard error, with no names,
notes or readings of anybody's in it."""

import sys

import structlog

say = structlog.get_logger("wise_spool")


def set_up() -> None:
    """Say things as JSON lines; tracebacks without the values that were at hand."""
    structlog.configure(
        processors=[
            structlog.contextvars.merge_contextvars,
            structlog.processors.add_log_level,
            structlog.processors.TimeStamper(fmt="iso", utc=True),
            structlog.processors.format_exc_info,
            structlog.processors.JSONRenderer(),
        ],
        logger_factory=structlog.PrintLoggerFactory(sys.stderr),
    )
