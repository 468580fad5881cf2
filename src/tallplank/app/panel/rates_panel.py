"""The Spec in the Quote while no line is picked: what turns quantities into money."""

from tallplank.app.panel.panel import SpecPanel
from tallplank.core.edit.standard import change_rates
from tallplank.session.store import Store

CHOICES = {
    "boards": ("Boards by", (("area", "Area, with waste"), ("sheets", "Whole sheets"))),
    "bands": ("Bands by", (("metres", "Metres"), ("rolls", "Whole rolls"))),
    "packs": ("Fittings by", (("pieces", "Pieces"), ("whole", "Whole packs"))),
    "adds": ("Shop's share", (("margin", "Margin, of price"), ("markup", "Markup, on cost"))),
}
MATERIAL = (("waste", "Board waste"), ("solid_waste", "Solid waste"), ("sundries", "Sundries"))
HOURS = (
    ("labour_hour", "Labour, hour"),
    ("machine_hour", "Machine, hour"),
    ("design_hour", "Design, hour"),
    ("install_hour", "Fitting, hour"),
    ("delivery_trip", "Delivery, trip"),
    ("van_m3", "Van, m³"),
)
ADDED = (("overhead", "Overhead"), ("margin", "Margin"), ("bought_markup", "On bought in"), ("discount", "Discount"), ("tax", "Tax"))


class RatesPanel(SpecPanel):
    """The rates of the job, and how they are used."""

    def __init__(self, store: Store) -> None:
        super().__init__(store)
        self.title(lambda: "Rates", lambda: "Each unit's price follows at once. Pick a row to see what it consists of.")
        self.group("Material")
        for rate in ("boards", "bands", "packs"):
            self._choice(rate)
        self._shares(MATERIAL)
        self.group("Hours and delivery")
        for rate, name in HOURS:
            self._figure(rate, name)
        self.group("What is added")
        self._choice("adds")
        self._shares(ADDED)
        self.text("Currency", lambda: store.job.rates.currency, lambda v: self._set("currency", v.strip().upper()))
        self.group("How it is counted")
        self.words(
            "soft",
            lambda: (
                "Boards: cut area and waste, or whole sheets of the job. Solid wood: volume and waste. "
                "Bands: banded edges and an allowance for each. Work: the minutes of each operation in the catalogue, "
                "where each says what it rests on, times what is counted on the parts. Overhead is a share of cost; "
                "a margin is one of the price: cost with overhead ÷ (1 − margin). What is bought in takes its own markup."
            ),
        )
        self.done()

    def _choice(self, rate: str) -> None:
        name, choices = CHOICES[rate]
        shown = tuple((key, text, None) for key, text in choices)
        self.pick(name, shown, lambda: getattr(self.store.job.rates, rate), lambda v: self._set(rate, v))

    def _figure(self, rate: str, name: str) -> None:
        self.text(name, lambda: f"{getattr(self.store.job.rates, rate):.2f}", lambda v: self._set(rate, _point(v)), figure=True)

    def _shares(self, rates: tuple[tuple[str, str], ...]) -> None:
        for rate, name in rates:
            self.share(name, lambda r=rate: getattr(self.store.job.rates, r), lambda v, r=rate: self._set(r, v))  # type: ignore[misc]

    def _set(self, rate: str, value: object) -> None:
        self.store.apply(lambda j: change_rates(j, **{rate: value}), f"{rate.replace('_', ' ')} changed")


def _point(text: str) -> str:
    """A number that may have been typed with a comma."""
    return text.strip().replace(",", ".")
