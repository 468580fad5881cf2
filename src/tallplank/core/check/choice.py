"""What the job and its units ask for that neither the catalogue nor the job has."""

from collections.abc import Iterator

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.record import Constructions, Finding, Site
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made, MadeUnit


def job_choices(made: Made) -> Iterator[Finding]:
    """What the job itself asks for and has not."""
    standard = made.job.standard
    yield from _unknown("The job", made.catalog, standard, standard.constructions, ())


def unit_choices(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """What one unit asks for and has not."""
    yield from _unknown(unit.label, site.catalog, unit.unit, site.constructions, (unit.unit.id,))


def _unknown(who: str, catalog: Catalog, owner: Standard | Unit, own: Constructions, units: tuple[str, ...]) -> Iterator[Finding]:
    """What is asked for that neither the catalogue nor the job has."""
    for role, key in owner.finishes.items():
        if key not in catalog.finishes:
            text = f"{who} asks for the finish '{key}', which is not in the catalogue."
            yield Finding("error", "unknown-finish", text, f"Choose another finish for {role}.", units)
    for item, key in owner.hardware.items():
        if key not in catalog.hardware or catalog.hardware[key].role != item:
            text = f"{who} asks for the {item} '{key}', which is not in the catalogue."
            yield Finding("error", "unknown-item", text, f"Choose another {item}.", units)
    if owner.door_style is not None and owner.door_style not in catalog.door_styles:
        text = f"{who} asks for the door style '{owner.door_style}', which is not in the catalogue."
        yield Finding("error", "unknown-style", text, "Choose another door style.", units)
    known = owner.construction in catalog.constructions or any(s.id == owner.construction for s in own)
    if owner.construction is not None and not known:
        text = f"{who} asks for the construction '{owner.construction}', which neither the job nor the catalogue has."
        yield Finding("error", "unknown-construction", text, "Another is used until then: choose one.", units)
