"""The Spec of a selected group, such as an island: where it stands, the ways beside it, its worktop and its seats."""

from collections.abc import Callable

from PyQt6.QtWidgets import QPushButton

from tallplank.app.panel.angle import degrees_of, shown_degrees
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.row import Origin
from tallplank.core.edit.group import change_group, group_of, remove_group, set_bar, set_face_length, set_seats, set_top, turn_group
from tallplank.core.edit.group_end import add_end_faces
from tallplank.core.edit.walkway import Walkway, group_outline, set_walkway, standing_out, walkways
from tallplank.core.edit.waterfall import set_end
from tallplank.core.error import PlankError
from tallplank.core.job.face import group_frame
from tallplank.core.job.job import Job
from tallplank.core.job.room import MOST_GROUP_FACES, SEAT_WIDTH, SIDES, Group, RaisedBar, Side4
from tallplank.core.joinery.made import Made
from tallplank.core.space.outline import middle
from tallplank.session.store import Store

ENDS = (("free", "Free", None), ("waterfall", "Waterfall, to the floor", None))
BARS = (("", "None", None), ("front", "Along the front", None), ("back", "Along the back", None))
MOST_SEATS = 20


def selected_group(store: Store) -> Group | None:
    """The group that is selected."""
    room, chosen = store.room(), set(store.state.selected)
    return next((group for group in room.groups if group.id in chosen), None) if room is not None else None


class GroupPanel(SpecPanel):
    """Place, ways, worktop and seats."""

    def __init__(self, store: Store) -> None:
        super().__init__(store)
        group = selected_group(store)
        assert group is not None
        self._room, self._id, self._faces = store.state.room, group.id, [f.id for f in group.faces]
        self._known: tuple[Made, dict[Side4, Walkway]] | None = None
        self.title(lambda: self._now().name, self._words)
        self.text("Name", lambda: self._now().name, lambda v: self._put("name", v, "name"))
        self._place_rows()
        self._walkway_rows()
        self._top_rows()
        self._seat_rows()
        if len(self._faces) + 2 <= MOST_GROUP_FACES:
            ends = QPushButton("Let units stand at its ends too")
            ends.clicked.connect(self._add_ends)
            self.widget(ends)
        button = QPushButton("Remove it and its units")
        button.clicked.connect(lambda: store.apply(lambda j: remove_group(j, self._room, self._id), f"remove {group.name}"))
        self.widget(button)
        self.done()

    def _add_ends(self) -> None:
        made = self.store.derived.made
        try:
            self._apply(lambda j: add_end_faces(j, made, self._room, self._id), "faces at its ends")
        except PlankError as problem:
            self.store.say(str(problem))

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        group = selected_group(store)
        ways = tuple(walkways(store.derived.made, store.state.room, group.id)) if group is not None else ()
        barred = group is not None and group.top.bar is not None
        faces = len(group.faces) if group is not None else 0
        return ("group", store.state.room, group.id if group is not None else "", ways, barred, faces)

    def _ways(self) -> dict[Side4, Walkway]:
        made = self.store.derived.made
        if self._known is None or self._known[0] is not made:
            self._known = (made, walkways(made, self._room, self._id))
        return self._known[1]

    def _now(self) -> Group:
        return group_of(self.store.job.room(self._room), self._id)

    def _words(self) -> str:
        count = sum(u.room == self._room and u.face in self._faces for u in self.store.job.units)
        if not count:
            return "Empty. Click a unit in the tray, then one of its broken lines in the plan."
        return f"{count} unit{'' if count == 1 else 's'}. Front, right, back and left are as seen from its first face."

    def _put(self, name: str, value: object, words: str) -> None:
        self._apply(lambda j: change_group(j, self._room, self._id, **{name: value}), words)

    def _apply(self, edit: Callable[[Job], Job], words: str) -> None:
        self.store.apply(edit, f"{self._now().name.lower()}, {words}")

    def _place_rows(self) -> None:
        self.group("Place")
        self.length("From left", lambda: self._now().x, lambda v: self._put("x", v, "place"))
        self.length("From below", lambda: self._now().y, lambda v: self._put("y", v, "place"))
        self.text("Turn", lambda: shown_degrees(self._now().turn), self._turn_to, figure=True)
        self.length("Length", lambda: self._now().faces[0].length, self._set_length)

    def _turn_to(self, text: str) -> None:
        degrees = degrees_of(text) - self._now().turn
        ring = group_outline(self.store.derived.made, self._room, self._now())
        about = group_frame(self._now()).flat_out([middle(ring)])[0]
        self._apply(lambda j: turn_group(j, self._room, self._id, degrees, about), f"turned by {shown_degrees(degrees)}")

    def _set_length(self, value: float) -> None:
        def edit(job: Job) -> Job:
            for face in self._faces[:2]:
                job = set_face_length(job, self._room, face, value)
            return job

        self._apply(edit, "length")

    def _walkway_rows(self) -> None:
        ways = self._ways()
        if not ways:
            return
        self.group("Ways beside it")
        for side in ways:
            self.length(f"Way {side}", lambda s=side: self._way(s), lambda v, s=side: self._set_way(s, v))  # type: ignore[misc]
        self.words("soft", lambda: "To " + ", ".join(f"{way.to} ({side})" for side, way in self._ways().items()) + ".")

    def _way(self, side: Side4) -> float | None:
        way = self._ways().get(side)
        return None if way is None else way.width

    def _set_way(self, side: Side4, width: float) -> None:
        made = self.store.derived.made
        self._apply(lambda j: set_walkway(j, made, self._room, self._id, side, width), f"way {side} → {self.shown(width)}")

    def _top_rows(self) -> None:
        self.group("Worktop")
        for side in SIDES:
            self._overhang_row(side)
        for end in ("left", "right"):
            self.pick(
                f"{end.capitalize()} end",
                ENDS,
                lambda e=end: getattr(self._now().top, f"{e}_end"),  # type: ignore[misc]
                lambda v, e=end: self._set_end(e, v),  # type: ignore[misc]
            )

        self.count("Brackets", (0, 40), lambda: self._now().top.supports, self._set_supports)
        self.pick("Raised bar", BARS, lambda: bar.side if (bar := self._now().top.bar) is not None else "", self._set_bar)
        if self._now().top.bar is not None:
            self.length("Bar height", lambda: self._bar().height, lambda v: self._size_bar("height", v))
            self.length("Bar depth", lambda: self._bar().depth, lambda v: self._size_bar("depth", v))

    def _bar(self) -> RaisedBar:
        return self._now().top.bar or RaisedBar(side="back")

    def _set_bar(self, side: object) -> None:
        self._apply(lambda j: set_bar(j, self._room, self._id, str(side) or None), "raised bar")

    def _size_bar(self, name: str, value: float | None) -> None:
        self._apply(lambda j: set_bar(j, self._room, self._id, self._bar().side, **{name: value}), f"{name} of the bar")

    def _set_supports(self, count: int) -> None:
        self._apply(lambda j: set_top(j, self._room, self._id, supports=count), f"brackets → {count}")

    def _overhang_row(self, side: Side4) -> None:
        def put(value: float | None) -> None:
            self._apply(lambda j: set_top(j, self._room, self._id, **{side: value}), f"{side} overhang")

        def own() -> bool:
            return getattr(self._now().top, side) is not None

        origin = Origin(lambda: "own" if own() else "shop", lambda: put(None))
        self.length(f"Over {side}", lambda: standing_out(self.store.derived.made, self._room, self._now())[side], put, origin)

    def _set_end(self, end: object, kind: object) -> None:
        catalog = self.store.catalog
        self._apply(lambda j: set_end(j, catalog, self._room, self._id, end, kind), f"{end} end")  # type: ignore[arg-type]

    def _seat_rows(self) -> None:
        self.group("Seats")
        for side in SIDES:
            self.count(f"Seats {side}", (0, MOST_SEATS), lambda s=side: self._seats(s), lambda v, s=side: self._set_seats(s, v))  # type: ignore[misc]
        self.length("Room for each", lambda: next((s.width for s in self._now().seats), SEAT_WIDTH), self._set_seat_width)

    def _seats(self, side: Side4) -> int:
        return next((s.count for s in self._now().seats if s.side == side), 0)

    def _set_seats(self, side: Side4, count: int) -> None:
        self._apply(lambda j: set_seats(j, self._room, self._id, side, count), f"seats {side} → {count}")

    def _set_seat_width(self, width: float) -> None:
        def edit(job: Job) -> Job:
            for seats in self._now().seats:
                job = set_seats(job, self._room, self._id, seats.side, seats.count, width)
            return job

        self._apply(edit, "room for each seat")
