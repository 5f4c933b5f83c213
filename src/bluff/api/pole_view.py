"""Story poles as the interface shows them."""

from bluff import core
from bluff.api.schemas import PoleStretch, PolesView, PoleView
from bluff.api.views import named_sum
from bluff.core.crew.pole import Pole, poles
from bluff.core.measure.length import to_inches
from bluff.core.wall.framing import Framing
from bluff.formats.edits import edit_from_core
from bluff.formats.figures import figures_of
from bluff.formats.framed import framed_finding
from bluff.service.jobs import framings


def poles_view(job: core.Job, revision: int, edit: core.Edit | None = None) -> PolesView:
    """Every pole of a job.

    Args:
        job: As it is, or as an edit would leave it.
        revision: It was made of.
        edit: That edit.
    """
    framed = framings(job)
    views = [_pole(pole, framed) for pole in poles(framed)]
    numbers = [view.model_dump(include={"head", "off", "king", "jack", "stretches"}) for view in views]
    return PolesView(
        revision=revision, poles=views, edit=edit_from_core(edit) if edit else None, figures=figures_of(numbers)
    )


def _pole(pole: Pole, framed: tuple[Framing, ...]) -> PoleView:
    first = pole.openings[0].placed
    marks = [opening.placed.id for opening in pole.openings]
    found = [
        finding
        for framing in framed
        for finding in framing.findings
        if finding.opening in marks and finding.severity != "info"
    ]
    return PoleView(
        marks=marks,
        kind=first.opening.kind,
        header=str(first.header),
        head=named_sum("head", pole.head, pole.words),
        off=to_inches(pole.off),
        king=to_inches(pole.king),
        jack=None if pole.jack is None else to_inches(pole.jack),
        stretches=[
            PoleStretch(
                what=stretch.what,
                name=stretch.name(pole.words),
                bottom=to_inches(stretch.bottom),
                top=to_inches(stretch.top),
                length=to_inches(stretch.length),
            )
            for stretch in pole.stretches
        ],
        findings=[framed_finding(finding) for finding in found],
    )
