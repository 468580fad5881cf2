"""The shop's shelf of constructions, and building by them through the store."""

from pathlib import Path

import pytest

from makers import CATALOG, a_wall_of
from tallplank.core.error import PlankError
from tallplank.core.job.standard import SavedConstruction
from tallplank.session.building import ShopConstruction, build_as, keep_construction, kept_constructions
from tallplank.session.shop import ShopShelf
from tallplank.session.store import Store

WHARF = SavedConstruction(id="own1", name="Wharf", base="frameless", rules={"overlay": "inset"})


def test_what_is_kept_is_there_for_another_job(tmp_path: Path) -> None:
    shelf = ShopShelf(tmp_path / "shop" / "constructions.json")
    assert shelf.constructions() == ()
    first = Store(CATALOG, a_wall_of("base"), shelf=shelf)
    first.apply(lambda j: j.replaced(units=(j.units[0].but(rules={"overlay": "inset"}),)), "rule")
    keep_construction(first, "u1", "Wharf")
    other = Store(CATALOG, a_wall_of("base", "drawers"), shelf=shelf)
    (kept,) = kept_constructions(other)
    build_as(other, ["u2"], ShopConstruction(kept.id))
    assert [u.construction for u in other.job.units] == [None, kept.id]
    assert other.derived.made.by_id["u2"].choice.rules.overlay == "inset"
    build_as(other, [], ShopConstruction(kept.id))
    assert other.job.standard.construction == kept.id
    assert len(other.job.standard.constructions) == 1


def test_an_id_that_the_job_uses_otherwise_is_changed(tmp_path: Path) -> None:
    shelf = ShopShelf(tmp_path / "constructions.json")
    shelf.keep(WHARF)
    store = Store(CATALOG, a_wall_of("base"), shelf=shelf)
    store.apply(lambda j: j.replaced(standard=j.standard.but(constructions=(WHARF.but(name="Other", rules={}),))), "other")
    build_as(store, ["u1"], ShopConstruction("own1"))
    assert [s.name for s in store.job.standard.constructions] == ["Other", "Wharf"]
    assert store.job.units[0].construction != "own1"


def test_one_of_the_same_name_is_replaced(tmp_path: Path) -> None:
    shelf = ShopShelf(tmp_path / "constructions.json")
    shelf.keep(WHARF)
    shelf.keep(WHARF.but(rules={"reveal": 4.0}))
    assert [dict(s.rules) for s in shelf.constructions()] == [{"reveal": 4.0}]


@pytest.mark.parametrize(
    "text", ["", "{", "[1]", '[{"id": "a", "name": "A", "base": "b", "rules": {"colour": 3}}]', '[{"id": "", "name": "A", "base": "b"}]']
)
def test_a_damaged_shelf_is_told_and_left_alone(tmp_path: Path, text: str) -> None:
    path = tmp_path / "constructions.json"
    path.write_text(text, encoding="utf-8")
    shelf = ShopShelf(path)
    with pytest.raises(PlankError, match="cannot be read"):
        shelf.constructions()
    with pytest.raises(PlankError):
        shelf.keep(WHARF)
    assert path.read_text(encoding="utf-8") == text
    assert kept_constructions(Store(CATALOG, a_wall_of("base"), shelf=shelf)) == ()
