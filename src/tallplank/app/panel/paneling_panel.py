"""The Spec of a paneled wall: where it is, its moldings, and the region that is picked: how it is divided and what fills it."""

from collections.abc import Callable, Sequence

from PyQt6.QtWidgets import QPushButton

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.choice import finish_choices
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.paneling_fill import add_fill_rows
from tallplank.app.panel.paneling_trims import add_trim_rows
from tallplank.core.edit.paneling.bends import bends_text, parse_bends
from tallplank.core.edit.paneling.scheme import change_region, change_scheme, repeat_region
from tallplank.core.error import PlankError
from tallplank.core.job.scheme import Boxing, Edge, Outline, Region, Scheme, region_at
from tallplank.core.joinery.paneling.build import solved_at
from tallplank.core.joinery.paneling.mark import Mark, marks_on
from tallplank.core.joinery.paneling.place import number_of, path_of, repeats
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.workshop import site_of
from tallplank.session.paneling import (
    merge,
    mirror,
    onto_other_walls,
    pick_around,
    picked_path,
    picked_region,
    remove,
    round_corner,
    shown_scheme,
    split,
)
from tallplank.session.store import Store

CORNERS = (("rounded", "Rounded", None), ("scooped", "Scooped", None), ("notched", "Notched", None))
FACE = 12.0
"""How thick the face of a boxing is where there was no backing."""
BOXES = (("boards", "Sides and lid"), ("clear", "Keeps clear by"), ("batten", "Batten width"), ("pitch", "Batten pitch"))
SPLITS = (("across", "Side by side", None), ("up", "One above the other", None))


class WallPanel(SpecPanel):
    """The paneled wall on the shown face, and its picked region."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__(store)
        self._tokens = tokens
        self.title(lambda: self._scheme().name, self._hint)
        if store.state.trial is not None:
            self._add_buttons([("Keep what is tried", store.keep_trial), ("Go back to what was", store.drop_trial)])
        self._wall_rows()
        self._region_rows()
        self._buttons()
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        scheme, region = shown_scheme(store), picked_region(store)
        if scheme is None or region is None:
            return ("wall", store.state.room)
        boxed = (scheme.box is not None, bool(scheme.box and (scheme.box.bow or scheme.box.arch)))
        plain = getattr(region.fill, "motif", "none") == "none"
        shape = (type(region.fill), plain, bool(region.parts), repeats(region), tuple(trim.pin is None for trim in scheme.trims))
        return ("wall", store.state.room, scheme.id, boxed, picked_path(store), shape, store.state.trial is None)

    def _scheme(self) -> Scheme:
        scheme = shown_scheme(self.store)
        assert scheme is not None
        return scheme

    def _region(self) -> Region:
        return picked_region(self.store) or self._scheme().root

    def _hint(self) -> str:
        path = picked_path(self.store)
        size = self._size_of(path)
        where = f"Region {'.'.join(str(i + 1) for i in path)}" if path else "The whole of it"
        return f"{where}, {size}." if size else where

    def _size_of(self, path: tuple[int, ...]) -> str:
        try:
            solved = solved_at(self._scheme(), site_of(self.store.derived.made, self.store.state.room))
        except BuildError:
            return ""
        area = next((f.nominal for f in solved.fields if f.path == path), None)
        return f"{self.shown(area.width)} × {self.shown(area.height)}" if area is not None else ""

    def _put(self, words: str, **values: object) -> None:
        room, key, catalog = self.store.state.room, self._scheme().id, self.store.catalog
        self.store.apply(lambda j: change_scheme(j, catalog, room, key, **values), words)

    def _put_region(self, words: str, **values: object) -> None:
        room, key, path, catalog = self.store.state.room, self._scheme().id, picked_path(self.store), self.store.catalog
        self.store.apply(lambda j: change_region(j, catalog, room, key, path, **values), words)

    def _wall_rows(self) -> None:
        self.text("Name", lambda: self._scheme().name, lambda v: self._put("name", name=v))
        self.group("On the wall")
        for name, words in (("left", "From left"), ("right", "From right"), ("low", "From floor")):
            self.length(words, lambda n=name: getattr(self._scheme(), n), lambda v, n=name: self._put(n, **{n: v}))  # type: ignore[misc]
        self.length("Up to", lambda: self._scheme().high, lambda v: self._put("height", high=v or None), empty="the ceiling")
        self.length("Backing", lambda: self._scheme().backing, lambda v: self._put("backing", backing=v))
        self.length("Stud pitch", lambda: self._scheme().studs, lambda v: self._put("stud pitch", studs=v or 0.0))
        self.length("Boxed out by", lambda: self._box().deep if self._scheme().box is not None else 0.0, self._put_box)
        if self._scheme().box is not None:
            self._bow_rows()
            for name, words in (
                ("boards", "Sides and lid"),
                ("clear", "Keeps clear by"),
                ("batten", "Batten width"),
                ("pitch", "Batten pitch"),
            ):
                self.length(words, lambda n=name: getattr(self._box(), n), lambda v, n=name: self._put(n, box=self._box().but(**{n: v})))  # type: ignore[misc]
        self.group("Moldings")
        add_trim_rows(self, self._scheme, lambda words, values: self._put(words, **values), self._marks())
        finishes = (("", "As the job's fronts", None), *finish_choices(self.store.catalog, "front", self._tokens))
        self.pick("Finish", finishes, lambda: self._scheme().finish or "", lambda v: self._put("finish", finish=str(v) or None))

    def _bow_rows(self) -> None:
        self.length("Bows out by", lambda: self._box().bow, lambda v: self._put("bow", box=self._box().but(bow=v or 0.0)))
        self.length("Arched by", lambda: self._box().arch, lambda v: self._put("arch", box=self._box().but(arch=v or 0.0)))
        if self._box().bow or self._box().arch:
            boards = self.store.catalog.boards.values()
            skins = (("", "Sawn in from behind", None), *((b.id, b.name, None) for b in boards if b.bends))
            self.pick("Skin", skins, lambda: self._box().skin or "", lambda v: self._put("skin", box=self._box().but(skin=str(v) or None)))

    def _box(self) -> Boxing:
        return self._scheme().box or Boxing()

    def _put_box(self, deep: float | None) -> None:
        box = self._box().but(deep=deep) if deep else None
        self._put("boxing", box=box, backing=self._scheme().backing or (FACE if box is not None else 0.0))

    def _region_rows(self) -> None:
        self.group("The picked region")
        if self._region().parts:
            self._divided_rows()
        else:
            add_fill_rows(self, lambda: self._region().fill, lambda name, fill: self._put_region(name, fill=fill))
        self._held_rows()
        self._outline_rows()
        self.length("Proud by", lambda: self._region().proud, lambda v: self._put_region("stands proud", proud=v or 0.0))
        finishes = (("", "As around it", None), *finish_choices(self.store.catalog, "front", self._tokens))
        self.pick("Its finish", finishes, lambda: self._region().finish or "", lambda v: self._put_region("finish", finish=str(v) or None))

    def _held_rows(self) -> None:
        """What the size of the region, or the places of its parts, depend on beside its own division."""
        path, region = picked_path(self.store), self._region()
        above = region_at(self._scheme().root, path[:-1]) if path else None
        if above is not None and not repeats(above):
            if path[-1] < len(above.parts) - 1:
                self._mark("Ends at", "Where its size says", above.split, "pin")
                self._edge_rows()
            self.text("As large as", self._like, lambda v: self._put_region("as large as", like=path_of(v)))
        if repeats(region):
            self._mark("Even about", "Its own middle", region.split, "about")

    def _edge_rows(self) -> None:
        """How its edge to the next region is curved."""

        def edge() -> Edge:
            return self._region().edge or Edge()

        def put(changed: Edge) -> None:
            self._put_region("edge", edge=changed if changed.rise or changed.bends else None)

        display = self.store.job.display
        self.length("Edge rises by", lambda: edge().rise, lambda v: put(Edge(rise=v or 0.0)))
        self.text(
            "Edge through",
            lambda: bends_text(edge().bends, display),
            lambda v: put(Edge(bends=parse_bends(v, display, edge().bends))),
        )

    def _mark(self, words: str, none: str, way: str, name: str) -> None:
        choices = (("", none, None), *((m.key, m.words[0].upper() + m.words[1:], None) for m in self._marks() if m.way == way))

        def put(value: object) -> None:
            self._put_region(words.lower(), **{name: str(value) or None})

        self.pick(words, choices, lambda: getattr(self._region(), name) or "", put)

    def _marks(self) -> tuple[Mark, ...]:
        """The places on the shown face that the regions and moldings of the scheme may be held at."""
        room, made, scheme = self.store.room(), self.store.derived.made, self._scheme()
        assert room is not None
        return tuple(marks_on(room, made.faces[room.id][scheme.face], scheme, site_of(made, room.id).members))

    def _like(self) -> str:
        like = self._region().like
        return number_of(like) if like is not None else ""

    def _outline_rows(self) -> None:
        rows = (("rise", "Arch rises by"), ("corner", "Corner size"), ("border", "Surround"))
        for name, words in rows:
            self.length(words, lambda n=name: getattr(self._outline(), n), lambda v, n=name: self._put_outline(n, v or 0.0))  # type: ignore[misc]
        self.pick("Corners", CORNERS, lambda: self._outline().corners, lambda v: self._put_outline("corners", v))

    def _outline(self) -> Outline:
        return self._region().outline or Outline()

    def _put_outline(self, name: str, value: object) -> None:
        outline = self._outline().but(**{name: value})
        self._put_region("outline", outline=outline if outline.rise or outline.corner or outline.border else None)

    def _divided_rows(self) -> None:
        self.pick("Divided", SPLITS, lambda: self._region().split, lambda v: self._put_region("divide", split=v))
        self.length("Between", lambda: self._region().stile, lambda v: self._put_region("boards between", stile=v))
        self.length("At both ends", lambda: self._region().at_ends, lambda v: self._put_region("boards at the ends", ends=v))
        self.count("Parts alike", (0, 200), lambda: self._region().count, self._repeat)
        self.length("Or about", lambda: self._region().wanted, self._want)

    def _repeat(self, count: int) -> None:
        room, key, path, catalog = self.store.state.room, self._scheme().id, picked_path(self.store), self.store.catalog
        if count:
            self.store.apply(lambda j: repeat_region(j, catalog, room, key, path, count=count), f"{count} alike")

    def _want(self, wanted: float | None) -> None:
        room, key, path, catalog = self.store.state.room, self._scheme().id, picked_path(self.store), self.store.catalog
        self.store.apply(lambda j: repeat_region(j, catalog, room, key, path, wanted=wanted), "about so large")

    def _buttons(self) -> None:
        divided = bool(self._region().parts)
        acts: list[tuple[str, Callable[[], None]]] = [
            *([] if self.store.state.trial is not None else [("Try something beside it", self.store.begin_trial)]),
            ("Divide into two across", lambda: split(self.store, "across", 2)),
            ("Divide into two up", lambda: split(self.store, "up", 2)),
            *([("Make one region of it", lambda: merge(self.store))] if divided else []),
            *([("Pick what is around it", lambda: pick_around(self.store))] if picked_path(self.store) else []),
            ("On round the next corner", lambda: round_corner(self.store)),
            ("Onto the other walls", lambda: onto_other_walls(self.store)),
            ("Mirror it", lambda: mirror(self.store)),
            ("Remove it", lambda: remove(self.store)),
        ]
        self._add_buttons(acts)

    def _add_buttons(self, acts: Sequence[tuple[str, Callable[[], None]]]) -> None:
        for words, act in acts:
            button = QPushButton(words)
            button.setAccessibleName(words)
            button.clicked.connect(lambda _, act=act: self._do(act))
            self.widget(button)

    def _do(self, act: Callable[[], None]) -> None:
        try:
            act()
        except PlankError as problem:
            self.store.say(str(problem))
