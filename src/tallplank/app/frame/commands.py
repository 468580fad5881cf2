"""Every command of the window, once, for its menu, its shortcuts and the command finder."""

from collections.abc import Callable, Iterator
from functools import partial

from tallplank.app.board.plan import TRIANGLE
from tallplank.app.form.copies import ask_align, ask_carry, ask_kind, ask_mirror, ask_repeat
from tallplank.app.form.dimension import ask_chains, ask_dimension
from tallplank.app.form.group import ask_peninsula
from tallplank.app.form.profile import ask_file, ask_size
from tallplank.app.form.saved_piece import ask_export, ask_keep, ask_remove, import_piece
from tallplank.app.frame.command import Command, Shell
from tallplank.app.panel.room.group_panel import selected_group
from tallplank.app.stage import STAGES
from tallplank.core.edit.align import close_up, space_evenly
from tallplank.core.edit.copies.exchange import swap_with_neighbour
from tallplank.core.edit.copies.group import repeat_group
from tallplank.core.edit.copies.mirrored import mirror_group
from tallplank.core.edit.mirror import mirror_units
from tallplank.core.edit.standard import change_job
from tallplank.core.edit.unit import delete_units, duplicate_units, lock_units, renumber, stand_on
from tallplank.core.job.job import DIMENSION_LEVELS, DimensionLevel
from tallplank.session.dimension import DRAWING
from tallplank.session.group import flip_group, is_closed, new_island, select_group
from tallplank.session.paneling import shown_scheme
from tallplank.session.pick import open_on_bench
from tallplank.session.store import Store
from tallplank.session.survey import without

DOWN = 2000.0
"""How far below a group its duplicate stands on the plan."""


def window_commands(shell: Shell) -> tuple[Command, ...]:
    """The commands of a shell."""
    store = shell.store
    return (*_file(shell), *_edit(shell, store), *_sight(store), *_dimensions(shell, store), *_view(shell, store))


def _file(shell: Shell) -> tuple[Command, ...]:
    return (
        Command("new", "Job", lambda: "New job", shell.files.new, "Ctrl+N"),
        Command("open", "Job", lambda: "Open…", shell.files.open, "Ctrl+O"),
        Command("save", "Job", lambda: "Save", lambda: _done(shell.files.save()), "Ctrl+S"),
        Command("save-as", "Job", lambda: "Save as…", lambda: _done(shell.files.save_as()), "Ctrl+Shift+S"),
        Command("plan", "Job", lambda: "A room from a plan (DXF)…", shell.read_plan),
        Command("papers", "Job", lambda: "Write the shop's papers…", lambda: shell.write_papers(), "Ctrl+E"),
    )


def _units(store: Store) -> bool:
    """Whether a unit is selected."""
    return bool(store.selected_units())


def _anything(store: Store) -> bool:
    """Whether units or a group are selected."""
    return _units(store) or selected_group(store) is not None


def _edit(shell: Shell, store: Store) -> tuple[Command, ...]:
    some, anything = partial(_units, store), partial(_anything, store)

    def duplicate() -> None:
        group, room = selected_group(store), store.state.room
        if group is not None:
            by = (0.0, -DOWN)
            store.select(store.apply(lambda j: repeat_group(j, room, group.id, 1, by), f"duplicate {group.name.lower()}"))
            return
        store.select(store.apply(lambda j: duplicate_units(j, store.state.selected), _counted(store, "duplicate")))

    def mirror() -> None:
        group, room = selected_group(store), store.state.room
        if group is not None:
            store.apply(lambda j: mirror_group(j, room, group.id), f"mirror {group.name.lower()}")
            return
        store.apply(lambda j: mirror_units(j, store.catalog, store.state.selected), _counted(store, "mirror"))

    return (
        Command(
            "undo",
            "Edit",
            lambda: _named("Undo", store.state.history.undo_label),
            store.undo,
            "Ctrl+Z",
            lambda: store.state.history.undo_label is not None,
        ),
        Command(
            "redo",
            "Edit",
            lambda: _named("Redo", store.state.history.redo_label),
            store.redo,
            "Ctrl+Shift+Z",
            lambda: store.state.history.redo_label is not None,
        ),
        Command("duplicate", "Edit", lambda: "Duplicate", duplicate, "Ctrl+D", anything),
        Command(
            "delete",
            "Edit",
            lambda: "Delete",
            lambda: _delete(store),
            "Del",
            lambda: bool(store.state.selected),
        ),
        Command("mirror", "Edit", lambda: "Mirror where it stands", mirror, "Ctrl+M", anything),
        *_copies(shell, store),
        Command(
            "stand-on",
            "Edit",
            lambda: "Stand on what is below",
            lambda: store.apply(lambda j: stand_on(j, store.catalog, store.state.selected, store.derived.made), "stand on"),
            "",
            some,
        ),
        Command(
            "bench",
            "Edit",
            lambda: "Open on the bench",
            lambda: open_on_bench(store, store.selected_units()[0].id),
            "Ctrl+B",
            some,
        ),
        Command(
            "close-up",
            "Edit",
            lambda: "Close the gaps between the selected units",
            lambda: store.apply(lambda j: close_up(j, store.state.selected), "close gaps"),
            "Ctrl+J",
            some,
        ),
        Command(
            "space",
            "Edit",
            lambda: "Space the selected units evenly",
            lambda: store.apply(lambda j: space_evenly(j, store.state.selected), "space evenly"),
            "Ctrl+Shift+J",
            some,
        ),
        Command(
            "renumber",
            "Edit",
            lambda: "Number all units anew, wall by wall",
            lambda: store.apply(lambda j: renumber(j, store.catalog), "renumber units"),
            "",
            lambda: bool(store.job.units),
        ),
        Command("select-all", "Edit", lambda: "Select all units", lambda: store.select(u.id for u in store.job.units), "Ctrl+A"),
        Command("width", "Edit", lambda: "Type the width of the selection", shell.type_width, "F2", some),
    )


def _copies(shell: Shell, store: Store) -> tuple[Command, ...]:
    """Repeating, mirroring about a place, another kind, neighbours, carrying; and the group of what is selected."""
    some, anything = partial(_units, store), partial(_anything, store)

    def keepable() -> bool:
        return anything() or (store.state.stage == "walls" and shown_scheme(store) is not None)

    def kept() -> bool:
        return store.library is not None and bool(store.library.pieces())

    def swap(side: str) -> None:
        unit = store.selected_units()[0]
        store.apply(lambda j: swap_with_neighbour(j, unit.id, side), f"swap with the {side}")

    return (
        Command("repeat", "Edit", lambda: "Repeat…", lambda: shell.ask(ask_repeat), "Ctrl+R", anything),
        Command("mirror-about", "Edit", lambda: "Mirror about a place…", lambda: shell.ask(ask_mirror), "Ctrl+Shift+M", anything),
        Command("align", "Edit", lambda: "Align with the first selected…", lambda: shell.ask(ask_align), "Ctrl+Shift+A", some),
        Command("kind", "Edit", lambda: "Another kind in its place…", lambda: shell.ask(ask_kind), "Ctrl+Shift+K", some),
        Command("carry", "Edit", lambda: "Carry from the first selected to the others…", lambda: shell.ask(ask_carry), "Ctrl+L", some),
        Command("swap-left", "Edit", lambda: "Swap with the neighbour at the left", lambda: swap("left"), "Ctrl+Shift+Left", some),
        Command("swap-right", "Edit", lambda: "Swap with the neighbour at the right", lambda: swap("right"), "Ctrl+Shift+Right", some),
        Command("keep-piece", "Edit", lambda: "Keep as a piece for other jobs…", lambda: shell.ask(ask_keep), "Ctrl+Shift+P", keepable),
        Command("piece-out", "Edit", lambda: "Write a saved piece to a file…", lambda: shell.ask(ask_export), "", kept),
        Command("piece-in", "Edit", lambda: "Take a piece in from a file…", lambda: shell.ask(import_piece)),
        Command("profile-in", "Edit", lambda: "A molding from a drawing…", lambda: shell.ask(ask_file)),
        Command("molding-size", "Edit", lambda: "A molding in another size…", lambda: shell.ask(ask_size)),
        Command("piece-away", "Edit", lambda: "Take a saved piece away…", lambda: shell.ask(ask_remove), "", kept),
        Command("island", "Edit", lambda: "Add an island", lambda: new_island(store)),
        Command("peninsula", "Edit", lambda: "Add a peninsula…", lambda: shell.ask(ask_peninsula), "", lambda: store.face() is not None),
        Command("group-shut", "Edit", _group_words(store), lambda: flip_group(store), "Ctrl+Alt+G", anything),
        Command("group", "Edit", lambda: "Select the group that it stands in", lambda: select_group(store), "Ctrl+G", some),
    )


def _group_words(store: Store) -> Callable[[], str]:
    return lambda: "Open the group: take its units one by one" if is_closed(store) else "Close the group: take it as one"


def _sight(store: Store) -> tuple[Command, ...]:
    """Locking, hiding and showing."""
    some = partial(_units, store)

    def hides() -> bool:
        return bool(store.state.hidden)

    def all_locked() -> bool:
        return some() and all(u.locked for u in store.selected_units())

    def lock() -> None:
        locked, ids = not all_locked(), [u.id for u in store.selected_units()]
        store.apply(lambda j: lock_units(j, ids, locked=locked), "lock" if locked else "unlock")

    def isolate() -> None:
        kept = {u.id for u in store.selected_units()}
        store.hide(u.id for u in store.job.units if u.id not in kept)

    return (
        Command("lock", "Edit", lambda: "Unlock" if all_locked() else "Lock where it stands", lock, "Ctrl+Alt+L", some),
        Command("hide", "View", lambda: "Hide", lambda: store.hide({*store.state.hidden, *store.state.selected}), "Ctrl+H", some),
        Command("isolate", "View", lambda: "Show nothing but the selection", isolate, "Ctrl+Shift+H", some),
        Command(
            "triangle",
            "View",
            lambda: "Work triangle off" if TRIANGLE.of(store.state) else "Work triangle on the plan",
            lambda: store.hold(TRIANGLE, not TRIANGLE.of(store.state)),
            "Ctrl+T",
        ),
        Command("show-all", "View", lambda: "Show all that is hidden", lambda: store.hide(()), "Ctrl+Alt+H", hides),
    )


_CHAINS: dict[DimensionLevel, str] = {"overall": "whole walls", "units": "units", "fronts": "fronts and fixtures"}


def _dimensions(shell: Shell, store: Store) -> tuple[Command, ...]:
    """Adding dimensions, and showing and hiding their chains."""

    def name(level: DimensionLevel) -> str:
        return f"{'Hide' if level in store.job.display.dimensions else 'Show'} the dimensions of {_CHAINS[level]}"

    def flip(level: DimensionLevel) -> None:
        shown = store.job.display.dimensions
        levels = tuple(one for one in DIMENSION_LEVELS if (one in shown) != (one == level))
        store.apply(lambda j: change_job(j, display=j.display.but(dimensions=levels)), f"dimensions of {_CHAINS[level]}")

    def click() -> None:
        store.place_next("" if store.state.placing == DRAWING else DRAWING)

    def face() -> bool:
        return store.face() is not None

    levels = tuple(
        Command(f"dimensions-{level}", "View", partial(name, level), partial(flip, level), f"Ctrl+Alt+{number}")
        for number, level in enumerate(DIMENSION_LEVELS, 1)
    )
    return (
        *levels,
        Command("dimension", "Edit", lambda: "Add dimensions by two clicks", click, "Ctrl+Alt+D", face),
        Command("dimension-named", "Edit", lambda: "A dimension by the names of its ends…", lambda: shell.ask(ask_dimension), "", face),
        Command("chains", "View", lambda: "Which chains of dimensions are shown…", lambda: shell.ask(ask_chains), "Ctrl+Alt+4", face),
    )


def _view(shell: Shell, store: Store) -> tuple[Command, ...]:
    stages = tuple(
        Command(f"stage-{stage}", "Stage", lambda s=stage: STAGES[s].name, lambda s=stage: store.go(s), f"Ctrl+{i}")  # type: ignore[misc]
        for i, stage in enumerate(STAGES, 1)
    )
    return (
        *stages,
        Command("fit", "View", lambda: "Show all in every pane", lambda: shell.board.fit(), "F"),
        *_looks(shell),
        Command("theme", "View", lambda: "Day or evening colours", shell.change_theme, "Ctrl+Shift+L"),
        Command("find", "View", lambda: "Find a command…", shell.find_command, "Ctrl+K"),
        Command("quit", "Window", lambda: "Quit", shell.quit, "Ctrl+Q"),
    )


def _looks(shell: Shell) -> Iterator[Command]:
    """Square looks in 3D: at the room, at a wall and at what is picked."""
    for view, name, key in (
        ("above", "Look at the room from above", "F6"),
        ("wall", "Look squarely at the wall", "F7"),
        ("unit", "Look squarely at what is picked", "F8"),
    ):
        yield Command(f"look-{view}", "View", partial(str, name), partial(_look, shell, view), key, partial(_in_space, shell))


def _in_space(shell: Shell) -> bool:
    return bool(shell.board.in_space())


def _look(shell: Shell, view: str) -> None:
    """In the 3D pane that the keyboard is in, else in the first."""
    panes = shell.board.in_space()
    next((pane for pane in panes if pane.hasFocus()), panes[0]).look(view)


def _delete(store: Store) -> None:
    """Delete the selected units, or what of the room is selected."""
    chosen, room = store.state.selected, store.state.room
    if store.selected_units():
        store.apply(lambda j: delete_units(j, chosen), _counted(store, "delete"))
    else:
        store.apply(lambda j: without(j, room, chosen), "delete")


def _done(_: object) -> None:
    """A command gives nothing back."""


def _named(word: str, label: str | None) -> str:
    return f"{word} {label}" if label else word


def _counted(store: Store, word: str) -> str:
    count = len(store.selected_units())
    return f"{word} unit" if count == 1 else f"{word} {count} units"
