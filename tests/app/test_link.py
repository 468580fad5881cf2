"""Links to where a term is decided."""

import pytest

from tallplank.app.panel.link import address, source_at
from tallplank.core.measure.source import Decided, DecidedFor, DecidedIn, Source


@pytest.mark.parametrize(
    "source",
    [
        Decided("rule", "reveal"),
        Decided("unit", "off"),
        Decided("hardware", "pocket-screw"),
        DecidedIn(()),
        DecidedIn((0, 12)),
        DecidedFor("u7", Decided("door_style", "tongue")),
        DecidedFor("u7", DecidedIn((1,))),
    ],
)
def test_an_address_leads_back_to_its_source(source: Source) -> None:
    assert source_at(address(source)) == source


def test_an_address_of_nothing_is_refused() -> None:
    with pytest.raises(ValueError, match="weather"):
        source_at("weather.rain")
