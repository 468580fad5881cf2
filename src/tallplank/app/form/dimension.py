"""The forms of dimensions: one added by the names of its ends, and which chains of a drawing are shown."""

from PyQt6.QtWidgets import QComboBox, QWidget

from tallplank.app.form.form import YES, FormDialog, Values
from tallplank.core.draw.added import ADDED
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Chain
from tallplank.core.edit.dimension.added import change_dimension, hide_chains
from tallplank.core.edit.dimension.pick import HeldLine, held_on
from tallplank.core.edit.dimension.word import dimension_words, end_words
from tallplank.core.error import PlankError
from tallplank.core.job.dimension import Axis, View
from tallplank.session.dimension import add, name_of_chain, remove
from tallplank.session.store import Store

NEW = "new"
WAYS: dict[str, tuple[str, View, Axis]] = {
    "across": ("Elevation, across", "elevation", "x"),
    "up": ("Elevation, up", "elevation", "z"),
    "along": ("Plan, along the wall", "plan", "x"),
    "out": ("Plan, out from the wall", "plan", "y"),
}


class _Ends:
    """The lines among which the ends of a dimension are chosen, by the words for them."""

    def __init__(self, store: Store, dialog: FormDialog) -> None:
        self._store = store
        self.lines: dict[str, HeldLine] = {}
        self.dimension = dialog.choice("Dimension", [(NEW, "A new one"), *_known(store)])
        self.way = dialog.choice("Measured", [(key, words) for key, (words, _, _) in WAYS.items()])
        self.first, self.second = dialog.choice("From", []), dialog.choice("To", [])
        self.way.currentIndexChanged.connect(lambda _: self.fill())
        self.dimension.currentIndexChanged.connect(lambda _: self._take_over())
        self.fill()

    @property
    def view(self) -> View:
        """The drawing that it lies on."""
        return WAYS[str(self.way.currentData())][1]

    def fill(self) -> None:
        """Offer what can be held in the chosen way."""
        state, made = self._store.state, self._store.derived.made
        _, view, axis = WAYS[str(self.way.currentData())]
        found = [line for line in held_on(made, state.room, state.face, view) if line.axis == axis and line.face == state.face]
        self.lines = {end_words(made, state.room, line.end, axis): line for line in found}
        for field in (self.first, self.second):
            field.clear()
            for words in self.lines:
                field.addItem(words, words)

    def _take_over(self) -> None:
        """Show the ends of a dimension that is there."""
        chosen = next((d for d in self._store.job.dimensions if d.id == self.dimension.currentData()), None)
        self.way.setEnabled(chosen is None)
        if chosen is None:
            return
        way = next(key for key, (_, view, axis) in WAYS.items() if (view, axis) == (chosen.view, chosen.axis))
        self.way.setCurrentIndex(self.way.findData(way))
        for field, end in ((self.first, chosen.first), (self.second, chosen.second)):
            _offer(field, end_words(self._store.derived.made, chosen.room, end, chosen.axis))


def _offer(field: QComboBox, words: str) -> None:
    index = field.findData(words)
    field.setCurrentIndex(index)


def _known(store: Store) -> list[tuple[str, str]]:
    """The added dimensions along the shown face."""
    state, made = store.state, store.derived.made
    return [(d.id, dimension_words(made, d)) for d in store.job.dimensions if (d.room, d.face) == (state.room, state.face)]


def ask_dimension(window: QWidget, store: Store) -> FormDialog:
    """Add a dimension by the names of its ends, or change or take away one that is there."""

    def act(values: Values) -> None:
        chosen = values["Dimension"]
        if chosen != NEW and values["Take it away"] == YES:
            remove(store, chosen)
            return
        if values["From"] not in ends.lines or values["To"] not in ends.lines:
            raise PlankError("Choose what it runs from, and what to.")
        first, second = ends.lines[values["From"]], ends.lines[values["To"]]
        if chosen != NEW:
            store.apply(lambda j: change_dimension(j, chosen, first=first.end, second=second.end), "ends of a dimension")
            return
        middle = ((second.a[0] + second.b[0]) / 2, (second.a[1] + second.b[1]) / 2)
        add(store, ends.view, first, second, middle)

    advice = "On the drawing the same is done by two clicks. A value that is typed over it moves what it holds."
    dialog = FormDialog(window, "Dimension", advice, act, "Measure")
    ends = _Ends(store, dialog)
    dialog.check("Take it away")
    dialog.open()
    return dialog


def ask_chains(window: QWidget, store: Store) -> FormDialog:
    """Choose which chains of the shown elevation and plan are drawn."""
    names = list(dict.fromkeys([*_drawn(store), *store.job.hidden_chains]))
    words = {name: name_of_chain(store, name) for name in names if _is_here(store, name)}

    def act(values: Values) -> None:
        shown = [name for name in words if values[words[name]] == YES]
        away = [name for name in words if name not in shown]
        store.apply(lambda j: hide_chains(hide_chains(j, shown, hidden=False), away, hidden=True), "chains that are shown")

    dialog = FormDialog(window, "Chains of dimensions", "Those of the shown wall and of the plan.", act, "Show these", many=True)
    for name, text in words.items():
        dialog.check(text, on=name not in store.job.hidden_chains)
    dialog.open()
    return dialog


def _drawn(store: Store) -> list[str]:
    """The names of the chains that are drawn now."""
    room, face, made = store.state.room, store.state.face, store.derived.made
    if not room or not face:
        return []
    chains = (*elevation(made, room, face).chains, *plan(made, room).chains)
    return [chain.name for chain in chains if isinstance(chain, Chain) and chain.name]


def _is_here(store: Store, name: str) -> bool:
    """Whether a chain belongs to the shown face or the plan of its room."""
    room, face = store.state.room, store.state.face
    added = {f"{ADDED}/{d.id}" for d in store.job.dimensions if d.room == room and (d.view == "plan" or d.face == face)}
    return name in added or name.startswith((f"{room}/{face}/", f"{room}/plan/"))
