"""The choices that rows offer, with their samples."""

from PyQt6.QtGui import QIcon

from tallplank.app.look.icons import swatch
from tallplank.app.look.theme import Tokens
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Hinge
from tallplank.core.job.unit import FinishRole, HardwareRole
from tallplank.session.building import ShopConstruction, kept_constructions
from tallplank.session.store import Store

Choices = tuple[tuple[object, str, QIcon | None], ...]
ROLE_NAMES: dict[FinishRole, str] = {
    "front": "Fronts",
    "carcass": "Carcass",
    "back": "Backs",
    "drawer": "Drawer boxes",
    "top": "Worktop",
    "plinth": "Plinth",
    "glass": "Glass",
    "splash": "Backsplash",
}
HARDWARE_NAMES: dict[HardwareRole, str] = {
    "pull": "Pull",
    "hinge": "Hinge",
    "slide": "Slide",
    "leg": "Leg",
    "pin": "Shelf pin",
    "hanger": "Hanger",
    "clip": "Plinth clip",
    "cam": "Cam",
    "dowel": "Dowel",
    "confirmat": "Confirmat",
    "screw": "Screw",
    "pocket-screw": "Pocket screw",
    "stay": "Flap stay",
    "rail": "Hanging rail",
    "bracket": "Rail bracket",
    "rack": "Rack",
    "basket": "Basket",
    "bin": "Waste bins",
    "dish-rack": "Dish rack",
    "anchor": "Wall angle",
    "top-bolt": "Worktop bolt",
    "crown": "Crown profile",
    "cornice": "Cornice",
    "soffit-rail": "Soffit rail",
    "base": "Baseboard",
    "chair-rail": "Chair rail",
    "panel-mold": "Panel mold",
    "casing": "Casing",
    "light-rail": "Rail profile",
    "fastener": "Front bracket",
    "appliance": "Appliance",
    "sink": "Sink",
    "hob": "Hob",
    "tap": "Tap",
    "top-support": "Top bracket",
    "adhesive": "Adhesive",
    "brad": "Brad",
    "wall-screw": "Wall screw",
    "lamp": "Light strip",
    "paint": "Wall paint",
    "fabric": "Fabric",
    "foam": "Foam",
    "fitting-screw": "Fitting screw",
    "system-screw": "System screw",
    "top-screw": "Top screw",
    "pull-screw": "Pull screw",
    "cap": "Cover cap",
    "wood-glue": "Wood glue",
    "silicone": "Sealant",
}


def finish_choices(catalog: Catalog, role: FinishRole, tokens: Tokens) -> Choices:
    """The finishes of a role."""
    return tuple((f.id, f.name, QIcon(swatch(catalog.looks[f.look], tokens))) for f in catalog.finishes_for(role))


def hardware_choices(catalog: Catalog, role: HardwareRole) -> Choices:
    """The items of a hardware role."""
    return tuple((h.id, h.name, None) for h in catalog.hardware_for(role) if not (isinstance(h, Hinge) and h.fits != "full"))


def construction_choices(store: Store) -> Choices:
    """The constructions of the catalogue, of the job, and those that the shop keeps for other jobs."""
    saved = {s.id: s.name for s in store.job.standard.constructions}
    kept = {s.id: s.name for s in kept_constructions(store) if s.name not in saved.values()}
    named = {**{c.id: c.name for c in store.catalog.constructions.values()}, **saved}
    return (*((key, name, None) for key, name in named.items()), *((ShopConstruction(key), name, None) for key, name in kept.items()))


def style_choices(catalog: Catalog) -> Choices:
    """The door styles."""
    return tuple((s.id, s.name, None) for s in catalog.door_styles.values())
