"""Bought items, one record for each role or family of roles, with what their rule needs to know of them."""

from functools import cached_property
from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from tallplank.core.catalog.look import Colour
from tallplank.core.catalog.profile import LARGEST_SIDE
from tallplank.core.job.base import Id, Line, Mm, Name, NotNegative, Positive, Record
from tallplank.core.job.wall import ServiceKind
from tallplank.core.space.outline import area, is_simple

GREY = "#8a8478"
LEAST_AREA = 1.0
"""Square millimetres: less is no profile."""


class Bored(Record):
    """A hole that an item asks for; what x and z are measured from is said by the field that lists it."""

    x: Mm = 0.0
    z: Mm = 0.0
    diameter: Positive
    depth: Positive


class JointBores(Record):
    """What one fixing of a joint bores: in the face of the one part and in the end of the other."""

    face: Positive
    """Diameter in the face."""
    face_depth: NotNegative = 0.0
    """0 is right through."""
    end: Positive
    """Diameter in the end."""
    cam: NotNegative = 0.0
    cam_depth: NotNegative = 0.0
    """In a board of 18; its middle lies as deep in any other."""


class Item(Record):
    """What all bought items have."""

    id: Id
    name: Name
    code: Name
    supplier: Name
    finish: Line = ""
    price: NotNegative
    pack: Annotated[int, Field(ge=1, le=100_000)] = 1
    """How many are in a pack."""
    family: Line = ""
    """Items of one make and different ratings or sizes; a rule picks the one that suits."""


Situation = Literal["full", "half", "inset", "frame", "frame-inset", "corner", "fold", "leaf"]
"""Over a gable, over half of one, between gables, on the edge of a face frame or between its members, a front at an angle to its gable,
the leaf of a folding pair that hangs on a gable, and the leaf that hangs on the other."""


class Hinge(Item):
    """A cup hinge with its plate."""

    role: Literal["hinge"]
    fits: Situation = "full"
    """How the door lies that it is made for; a rule picks by this among those of one family."""
    opens: Annotated[float, Field(gt=0, le=270)] = 110.0
    """How far, in degrees."""
    door_heights: tuple[Positive, ...] = ()
    """Up to the first height two, up to the second three, and so on."""
    door_kg: tuple[Positive, ...] = ()
    """The same by the weight of the door."""
    front_holes: tuple[Bored, ...] = ()
    """In the back of a front: x from its hinged edge, z from the middle of the item."""
    box_holes: tuple[Bored, ...] = ()
    """In the box: x from the front edge."""


class Slide(Item):
    """A pair of drawer slides."""

    role: Literal["slide"]
    mount: Literal["side", "under"] = "side"
    """Whether it holds the box at its sides or from below."""
    side_clearance: NotNegative = 0.0
    """Free width that it needs on each side of the box."""
    width_less: NotNegative = 0.0
    """From below: the opening less the width inside the box."""
    length_less: NotNegative = 0.0
    """What the box is shorter than the slide."""
    bottom_recess: NotNegative = 0.0
    """From below: from the lower edge of the sides to the underside of the bottom."""
    hook_notch: tuple[Positive, Positive] | None = None
    """From below: width and height of the notches in the back of the box that its hooks lock into."""
    under: NotNegative = 0.0
    """Free height that it needs below the box."""
    rise: NotNegative = 0.0
    """From the lower edge of the box to the line of its screws."""
    high: NotNegative = 0.0
    """How high its bars are, half of it above and below the line of its screws."""
    lengths: Annotated[tuple[Positive, ...], Field(min_length=1)]
    """The nominal lengths that it is sold in."""
    inch_lengths: tuple[Positive, ...] = ()
    """Those that it is sold in for inch work; none where it is not."""
    rated_kg: NotNegative
    box_holes: tuple[Bored, ...] = ()
    """In the box: x from the front edge."""
    drawer_holes: tuple[Bored, ...] = ()
    """In the sides of the drawer: x from their front."""


class Leg(Item):
    """A leg that can be set in height."""

    role: Literal["leg"]
    colour: Colour = GREY
    thick: NotNegative = 0.0
    heights: tuple[NotNegative, NotNegative]
    """Its smallest and largest height."""
    box_holes: tuple[Bored, ...] = ()
    """In the bottom: x from its middle inwards."""


class Pin(Item):
    """A pin that a loose shelf lies on."""

    role: Literal["pin"]
    box_holes: tuple[Bored, ...] = ()


class Pull(Item):
    """A bar or a knob."""

    role: Literal["pull"]
    colour: Colour = GREY
    length: NotNegative = 0.0
    thick: NotNegative = 0.0
    projection: NotNegative = 0.0
    centres: NotNegative = 0.0
    """Between its two screws; 0 for a single one."""
    screw: Positive = 5.0
    """The hole for its screw."""


class Hanger(Item):
    """A pair of hangers for a unit on the wall."""

    role: Literal["hanger"]
    rated_kg: NotNegative
    box_holes: tuple[Bored, ...] = ()
    """In the gable: x from the rear."""
    cutout: tuple[NotNegative, NotNegative] = (0.0, 0.0)
    """Width and height that it needs cut out of the upper corners of the back."""
    body: tuple[NotNegative, NotNegative, NotNegative] = (0.0, 0.0, 0.0)
    """Width, depth before the back and height of each, in its corner."""
    colour: Colour = GREY


class Clip(Item):
    """A clip that holds a plinth to a leg."""

    role: Literal["clip"]


class Fixing(Item):
    """What a joint is fixed with."""

    role: Literal["cam", "dowel", "confirmat", "screw", "pocket-screw"]
    length: NotNegative = 0.0
    """Its whole length."""
    joint: JointBores


class Stay(Item):
    """A stay that holds a flap or a lift open."""

    role: Literal["stay"]
    rated_nm: NotNegative
    """The moment that one holds."""
    front_holes: tuple[Bored, ...] = ()
    box_holes: tuple[Bored, ...] = ()


Room = tuple[NotNegative, NotNegative, NotNegative]
"""The clear width, depth and height that an inside needs; 0 for any."""


class Rail(Item):
    """A hanging rail, cut to length."""

    role: Literal["rail"]
    colour: Colour = GREY
    thick: NotNegative = 0.0
    room: Room = (0.0, 0.0, 0.0)


class Bracket(Item):
    """What holds the end of a rail."""

    role: Literal["bracket"]
    thick: NotNegative = 0.0
    box_holes: tuple[Bored, ...] = ()


class Insert(Item):
    """What stands or hangs in an opening."""

    role: Literal["rack", "basket", "bin", "dish-rack"]
    colour: Colour = GREY
    length: NotNegative = 0.0
    """How wide it is; 0 for as wide as the opening lets it be."""
    side_clearance: NotNegative = 0.0
    room: Room = (0.0, 0.0, 0.0)


class Anchor(Item):
    """A wall angle that keeps a tall unit from tipping, with its screws and plugs."""

    role: Literal["anchor"]
    box_holes: tuple[Bored, ...] = ()
    """In the top: x sideways from its middle, z to the front from the face of the back."""


class TopBolt(Item):
    """A bolt that draws two pieces of a worktop together, let into the underside of both."""

    role: Literal["top-bolt"]
    length: Positive = 150.0
    """Of its pocket in both pieces together."""
    width: Positive = 30.0
    depth: Positive = 20.0


class TopSupport(Item):
    """A flat bracket under a worktop that stands out far, let into its underside and screwed to the units behind."""

    role: Literal["top-support"]
    reach: Positive = 300.0
    """How far it carries the top beyond the units."""
    width: Positive = 60.0
    thick: Positive = 10.0
    colour: Colour = GREY


ProfilePoint = Annotated[float, Field(ge=0, le=LARGEST_SIDE)]


def _one_outline(points: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
    if not is_simple(points) or area(points) < LEAST_AREA:
        raise ValueError("must be one outline that does not cross itself")
    return points


class Molding(Item):
    """A profiled strip that runs along units, bought by the metre: its price is that of a metre."""

    role: Literal["crown", "light-rail", "cornice", "soffit-rail", "base", "chair-rail", "panel-mold", "casing"]
    drawing: Line = ""
    """The SVG file of its profile, in the folder `profile` beside the catalogue file."""
    outline: Annotated[tuple[tuple[ProfilePoint, ProfilePoint], ...], Field(min_length=3, max_length=400), AfterValidator(_one_outline)]
    """The profile, up and outwards, as read from the drawing; it does not cross itself."""
    lengths: tuple[Positive, ...] = (2400.0, 3000.0, 4000.0)
    """The lengths that it is sold in."""
    spring: Annotated[float, Field(ge=0, lt=90)] = 0.0
    """The angle between its back and the wall, of one that leans; 0 for one that stands."""

    @cached_property
    def rise(self) -> float:
        """How high it is."""
        return max(up for up, _ in self.outline)

    @cached_property
    def reach(self) -> float:
        """How far it stands out."""
        return max(out for _, out in self.outline)


class Fastener(Item):
    """A bracket that holds a front that stays shut, in the corner between it and a board of its box."""

    role: Literal["fastener"]
    front_holes: tuple[Bored, ...] = ()
    """In the back of the front: x from the face of the board."""
    box_holes: Annotated[tuple[Bored, ...], Field(min_length=1)]
    """In the board: x from the front edge of the box."""


ApplianceShape = Literal["", "oven", "microwave", "cooker", "fridge", "dishwasher", "washer", "hood", "wine"]


class Appliance(Item):
    """An appliance and the niche that it needs, to which the boards are set, or the place that it takes in a row of units."""

    role: Literal["appliance"]
    colour: Colour = "#3a3c3d"
    shape: ApplianceShape = ""
    """How it is drawn."""
    size: tuple[Positive, Positive, Positive]
    """Width, height and depth of its body."""
    niche: tuple[Positive, Positive, Positive]
    """The clear width, height and depth that it needs."""
    place: tuple[Positive, Positive, Positive] | None = None
    """Of one that stands or hangs by itself: the width, height and depth of the place that it takes, with what must be free around it."""
    front: Literal["own", "ours"] = "own"
    """Whether a front of ours is hung before one that stands by itself."""
    front_kg: NotNegative = 0.0
    """The most that front may weigh; 0 for any."""
    needs: tuple[ServiceKind, ...] = ()
    """The services that must be in reach of it."""
    widest: NotNegative = 0.0
    """The widest niche that its front still covers; 0 for any."""
    air: tuple[NotNegative, NotNegative] = (0.0, 0.0)
    """Width and height of the opening behind it for its air."""
    below: tuple[NotNegative, NotNegative] = (0.0, 0.0)
    """Width and depth of the opening in the board below it, through which it draws; (0, 0) for none."""
    door: tuple[Positive, Positive, Positive] | None = None
    """Width, height and thickness of its own door or face, which stands before the boards; none for what has a front of ours before it."""
    drops: bool = False
    """Whether its door opens downward."""
    handle: NotNegative = 0.0
    """How far the handle stands before that door; 0 for none."""
    kg: NotNegative = 0.0


BOARD_LEFT = 50.0
"""So much of a worktop is left beside an opening and between two, as worktop makers ask. Common practice, no source."""


class Fixture(Item):
    """A sink or a hob, let into a worktop from above."""

    role: Literal["sink", "hob"]
    colour: Colour = "#b9bcbd"
    size: tuple[Positive, Positive, Positive]
    """Width and depth of what is seen of it from above, and how far it goes down below the top's upper face."""
    cut: tuple[Positive, Positive]
    """Width and depth of the opening that it asks for."""
    radius: NotNegative = 10.0
    """Of the corners of that opening."""
    edge: Positive = 50.0
    """How much of the top it leaves before and behind the opening."""
    kg: NotNegative = 0.0
    mount: Literal["on", "under", "front"] = "on"
    """On the top with its rim, under it, or through its front edge."""
    bowls: Annotated[int, Field(ge=1, le=2)] = 1
    drainer: NotNegative = 0.0
    """How long the grooves are that are milled into the top beside it; 0 for none."""
    needs: tuple[ServiceKind, ...] = ()
    """The services that must be in reach of it; of sinks water and waste anyway."""

    @property
    def least_board(self) -> float:
        """How much of the top is left beside the opening at any edge: what is usual, or less where its maker asks for less."""
        return min(self.edge, BOARD_LEFT)


class Tap(Item):
    """A tap, in a hole behind a bowl."""

    role: Literal["tap"]
    colour: Colour = "#c3c4c2"
    form: Literal["arc", "straight"] = "arc"
    high: Positive = 300.0
    reach: Positive = 200.0
    hole: Positive = 35.0
    """The hole in the top for it."""


class Supply(Item):
    """What boards on walls are fixed and covered with, and strips of light."""

    role: Literal["adhesive", "brad", "wall-screw", "lamp", "paint", "fabric", "foam"]
    each: Positive
    """What one is enough for: square metres that are glued, painted once or covered, else millimetres along a board."""
    look: Id | None = None
    """What it looks like, of what is seen."""


class Sundry(Item):
    """What other items and boards are put together with, one for each hole or joint: screws, caps, glue, sealant by the metre."""

    role: Literal["fitting-screw", "system-screw", "top-screw", "pull-screw", "cap", "wood-glue", "silicone"]
    length: NotNegative = 0.0
    """Of a screw."""


Carrying = Hinge | Slide | Leg | Pin | Pull | Hanger | Clip | Fixing | Stay | Rail | Bracket | Anchor | Fastener | TopBolt | TopSupport
Hardware = Annotated[Carrying | Insert | Molding | Appliance | Fixture | Tap | Supply | Sundry, Field(discriminator="role")]
