"""What a use case refuses.

::

    ServiceError
    ├── NotFound        the crew has no such thing
    ├── NotSignedIn     nobody is known to be asking
    ├── NotYet          it may be asked for again later
    │   ├── TooManyTries     too many sign-ins failed of late
    │   ├── TooManyRequests  too much was asked for of late
    │   └── Ending           the server is being stopped
    ├── NotAllowed      the account may not do that
    ├── NothingToDo     an undo or redo with nothing to go back to
    ├── Changed         what was to be done is no longer there to be done
    ├── TooLong         it took longer than anybody waits
    └── Conflict        somebody else changed the job first
"""

from bluff.core.job.edit import Edit
from bluff.core.message import Message, message
from bluff.service.job_state import JobState


class ServiceError(Exception):
    """Base of everything a use case refuses.

    Args:
        message: For the person asking.
    """

    def __init__(self, message: Message) -> None:
        super().__init__(message)
        self.message = message

    def __str__(self) -> str:
        return self.message.as_written


class NotFound(ServiceError):
    """The crew has no such job, wall or opening."""


class NotSignedIn(ServiceError):
    """No account is known for the request."""


class NotYet(ServiceError):
    """It may be asked for again later.

    Args:
        message: For the person asking.
        seconds: They have to wait.
    """

    def __init__(self, message: Message, seconds: int) -> None:
        super().__init__(message)
        self.seconds = seconds


class TooManyTries(NotYet):
    """Too many sign-ins failed of late."""


class TooManyRequests(NotYet):
    """Too much was asked for of late."""


class Ending(NotYet):
    """The server is being stopped before what was asked for could be made."""


class NotAllowed(ServiceError):
    """The account may not do that; the message says who may."""


class NothingToDo(ServiceError):
    """There is nothing to undo or redo."""


class Changed(ServiceError):
    """What somebody was about to do is no longer there to be done; the message says what to look at."""


class TooLong(ServiceError):
    """The work took longer than anybody waits for it, or nobody waits any more."""


class Conflict(ServiceError):
    """The job is at another revision than the change was made on.

    Args:
        current: The job as it is now, so that both sides can be shown.
        yours: The edit that was not made; None for an undo or redo.
    """

    def __init__(self, current: JobState, yours: Edit | None = None) -> None:
        super().__init__(
            message(
                "Somebody changed this job a moment ago. Your change is kept here. Look at theirs, then make yours "
                "again."
            )
        )
        self.current = current
        self.yours = yours
