"""Every error the core raises.

::

    BluffError
    ├── LengthError      (ValueError)   text that is not one length
    ├── SizeError        (ValueError)   text that is not one width by height
    ├── LumberError      (LookupError)  a board nobody sells under that name
    ├── SettingError     (ValueError)   a way of framing that contradicts itself
    ├── JobError         (ValueError)   a wall or opening that cannot stand in a job
    ├── EditError        (LookupError)  an edit that names something the job does not hold
    ├── PhraseError      (ValueError)   a typed line that is not understood
    └── RunError         (RuntimeError) this machine cannot run Bluff, or do what its operator wants

Each message is a whole sentence for the person at the bench: what was read, what is wrong with it,
what to write instead. Faults of a *wall* (an opening that runs off it, a header that does not fit)
are never exceptions: a job that is being edited must stay readable, so they are findings
(`bluff.core.job.finding`).
"""

from bluff.core.message import Message


class BluffError(Exception):
    """Base of everything the core refuses.

    Args:
        message: A sentence that says what to do. It is put into words where somebody reads it (`bluff.views.reader`);
            a traceback shows its template and its arguments.
        path: Where in the value it went wrong (``"at"``, ``"header.size"``), empty when it is the whole.
    """

    def __init__(self, message: Message, path: str = "") -> None:
        super().__init__(message, path)
        self.message = message
        self.path = path

    def __str__(self) -> str:
        return self.message.as_written


class LengthError(BluffError, ValueError):
    """Text that is not exactly one length."""


class SizeError(BluffError, ValueError):
    """Text that is not exactly one width by height."""


class LumberError(BluffError, LookupError):
    """A lumber size that is not in the table."""


class SettingError(BluffError, ValueError):
    """A way of framing that cannot be followed."""


class JobError(BluffError, ValueError):
    """A wall, an opening or a job that contradicts itself."""


class CuttingError(BluffError, ValueError):
    """Pieces that cannot be cut from the boards there are."""


class EditError(BluffError, LookupError):
    """An edit that does not fit the job it is applied to."""


class PhraseError(BluffError, ValueError):
    """A typed line that is not understood, or that could mean two things."""


class RunError(BluffError, RuntimeError):
    """Something of this machine that keeps Bluff from running; its operator reads it in a terminal."""
