"""Collections of garbage keep out of the way of the designer's work."""

import gc
from collections.abc import Iterator

import pytest
from PyQt6.QtWidgets import QApplication

from makers import CATALOG, a_wall_of
from tallplank.app.frame.memory import NEVER, IdleCollector
from tallplank.core.edit.unit import set_width
from tallplank.session.store import Store


@pytest.fixture
def collector(qapp: QApplication) -> Iterator[IdleCollector]:
    before = gc.get_threshold()
    made = IdleCollector(Store(CATALOG, a_wall_of("base")))
    yield made
    made.end()
    assert gc.get_threshold() == before
    assert gc.get_freeze_count() == 0


def test_once_settled_full_collections_wait_for_a_pause(collector: IdleCollector) -> None:
    collector.settle()
    assert gc.get_threshold()[2] == NEVER
    assert gc.get_freeze_count() > 0


def test_an_edit_puts_the_collection_off_and_a_pause_brings_it(qapp: QApplication) -> None:
    store = Store(CATALOG, a_wall_of("base"))
    collector = IdleCollector(store)
    collector.settle()
    store.apply(lambda j: set_width(j, CATALOG, ["u1"], 500.0), "width")
    assert collector._idle.isActive()
    ring: list[object] = []
    ring.append(ring)
    number = id(ring)
    del ring
    assert any(id(o) == number for o in gc.get_objects())
    collector._idle.timeout.emit()
    assert not any(id(o) == number and isinstance(o, list) and o and o[0] is o for o in gc.get_objects())
    collector.end()
