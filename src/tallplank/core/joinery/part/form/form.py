"""The forms that a part can have. A new one is a module beside these that answers what `Sheet` does, and one name here."""

from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.form.mitred import Mitred
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.form.sheet import Sheet
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.space.outline import Ring

Form = Sheet | Outlined | Mitred | Bevelled | Swept | Bent
SHEET = Sheet()


def formed(outline: Ring | None) -> Form:
    """A board of an outline, or without one a rectangle."""
    return Outlined(outline) if outline is not None else SHEET
