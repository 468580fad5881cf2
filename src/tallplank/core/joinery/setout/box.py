"""The sizes that the parts of one carcass share."""

from dataclasses import dataclass

from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


@dataclass(frozen=True, slots=True)
class Box:
    """The sizes that the parts of one carcass share; `left` and `front` say where the boards behind a face frame begin."""

    width: Size
    height: Size
    depth: Size
    left: float
    front: float
    board: Size
    floor: Size
    shelf: Size
    partition: Size
    gable_depth: Size
    """From the front edge of the boards to their rear edge."""
    inside_width: Size
    inside_depth: Size
    """From the front edge of the boards to the face of the back."""
    back: Size
    top_used: Size
    """What the top, or the stretchers or rails in its place, take of the inside height."""
    top: str
    """How the box is closed above: full, stretchers, rails or none."""

    @property
    def inside_left(self) -> float:
        """The inner face of the left gable."""
        return self.left + self.board.value

    @property
    def inside_right(self) -> float:
        """The inner face of the right gable."""
        return self.inside_left + self.inside_width.value

    @property
    def back_face(self) -> float:
        """The y of the face of the back."""
        return self.front + self.inside_depth.value


def box_of(choice: Choice) -> Box:
    """The box that a unit's sizes and construction give.

    Raises:
        BuildError: the boards leave no inside.
    """
    unit, rules = choice.unit, choice.rules
    width = Size.of(unit.width, "width", Decided("unit", "width"))
    height = Size.of(unit.height, "height", Decided("unit", "height"))
    depth = Size.of(unit.depth, "depth", Decided("unit", "depth"))
    board = choice.rule("board_thickness", "gable")
    framed = rules.box == "face-frame"
    boards_depth = depth - choice.rule("frame_thickness", "face frame") if framed else depth
    inside_width = width - 2 * board
    if framed and rules.frame_overhang:
        inside_width = inside_width - 2 * choice.rule("frame_overhang", "frame overhang")
    thin = Size.of(choice.finish("back").thickness, "back", Decided("finish", "back"))
    back = choice.rule("board_thickness", "back") if rules.back == "flat" else thin
    gable_depth = boards_depth - back if rules.back == "planted" else boards_depth
    inside_depth = gable_depth
    if rules.back == "grooved":
        inside_depth = gable_depth - choice.rule("back_inset") - back
    elif rules.back in ("rebated", "flat"):
        inside_depth = gable_depth - back
    if inside_width.value <= 0:
        raise BuildError(f"There is no room between the gables: {inside_width.reckoned()}.")
    if inside_depth.value <= 0:
        raise BuildError(f"There is no room before the back: {inside_depth.reckoned()}.")
    floor, top = thickness(choice, "floor_thickness", "bottom"), _top(choice)
    used = _used_at_top(choice, floor, top)
    if (rest := height - floor - used).value <= 0:
        raise BuildError(f"There is no room between bottom and top: {rest.reckoned()}.")
    return Box(
        width,
        height,
        depth,
        rules.frame_overhang if framed else 0.0,
        rules.frame_thickness if framed else 0.0,
        board,
        floor,
        thickness(choice, "shelf_thickness", "shelf"),
        thickness(choice, "partition_thickness", "partition"),
        gable_depth,
        inside_width,
        inside_depth,
        back,
        used,
        top,
    )


def _used_at_top(choice: Choice, floor: Size, top: str) -> Size:
    """What of the inside height is taken by what closes the box above, and by what is let into the worktop over it."""
    used = {"full": floor, "stretchers": floor, "rails": choice.rule("stretcher_width", "rail"), "none": Size(0.0, ())}[top]
    used = used + apron if (apron := choice.apron) is not None else used
    return drop if (drop := choice.drop) is not None and drop.value > used.value else used


def thickness(choice: Choice, rule: str, label: str) -> Size:
    """The thickness of a board by its own rule, or the gables' where it has none."""
    return choice.rule(rule, label) if getattr(choice.rules, rule) else choice.rule("board_thickness", label)


def front_band(choice: Choice) -> str | None:
    """The band on the front edges of the box; none behind a face frame, which covers them."""
    return None if choice.rules.box == "face-frame" else choice.finish("carcass").band


def _top(choice: Choice) -> str:
    top = {"worktop": choice.rules.base_top, "sink": "rails"}.get(choice.kind.top, choice.kind.top)
    return "stretchers" if top == "full" and choice.drop is not None else top


def foot_of(choice: Choice) -> Size:
    """How far the gables reach below the bottom: to the floor, wherever the unit stands, where they are notched for the kick."""
    if not choice.kind.kick or choice.rules.kick != "notched":
        return Size(0.0, ())
    if choice.unit.z is not None:
        return Size.of(choice.unit.z, "above the floor", Decided("unit", "above floor"))
    return choice.rule("kick_height", "kick")
