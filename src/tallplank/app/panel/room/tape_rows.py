"""The rows by which a room is surveyed with a tape."""

from tallplank.app.panel.panel import SpecPanel
from tallplank.core.edit.survey.tape import survey_room
from tallplank.core.error import PlankError
from tallplank.core.measure.tape import Spread, parse_walk, walked
from tallplank.session.survey import WALK


class TapeRows:
    """The room by its walls, one after the other, as one walks round it with a tape."""

    def __init__(self, panel: SpecPanel, room_id: str) -> None:
        self._panel, self._store, self._room_id = panel, panel.store, room_id
        self._spread: Spread = "even"
        panel.group("Walk round it with a tape")
        field = panel.text("Walls", lambda: "", self._survey)
        field.setPlaceholderText("4200 r 3000 r …")
        field.textEdited.connect(self._typed)
        panel.pick("What is left", SPREADS, lambda: self._spread, self._choose)
        self._words = panel.words("soft", lambda: HOW)

    def _typed(self, text: str) -> None:
        """Draw the walk as it grows, and say how far its end is from its start."""
        store = self._store
        try:
            walk = walked(parse_walk(text, store.job.display.style.unit)) if text.strip() else None
        except PlankError as problem:
            self._words.setText(str(problem))
            return
        if walk is None:
            store.hold(WALK, ())
            self._words.setText(HOW)
            return
        x0, y0 = store.job.room(self._room_id).corners[0]
        store.hold(WALK, tuple((x0 + x, y0 + y) for x, y in walk.points))
        walls = len(walk.points) - 1
        shown = store.job.display.shown(walk.misclosure)
        self._words.setText(f"{walls} {'wall' if walls == 1 else 'walls'}; the end is {shown} from the start.")

    def _survey(self, text: str) -> None:
        store, room_id = self._store, self._room_id
        legs = parse_walk(text, store.job.display.style.unit)
        store.apply(lambda j: survey_room(j, room_id, legs, self._spread), "room by tape")
        store.hold(WALK, ())

    def _choose(self, value: object) -> None:
        self._spread = value  # type: ignore[assignment]


SPREADS = (("even", "Spread over all walls", None), ("last", "Into the last wall", None), ("none", "Must be nothing", None))
HOW = "Clockwise: a length, then r or l for the turn; r45 by degrees; rd5100 by the diagonal to the next corner but one."
