"""A trial: the job and its price as they were before changes that may be dropped again."""

from dataclasses import dataclass

from tallplank.core.job.job import Job
from tallplank.core.joinery.made import Made
from tallplank.core.money.price import Price


@dataclass(frozen=True, slots=True)
class Trial:
    """What the job was when a trial began."""

    job: Job
    price: Price
    made: Made

    def line(self, owner: str) -> int:
        """What the line of this owner was sold for, in cents; nothing for one that was not there."""
        return next((line.price for line in self.price.lines if line.owner == owner), 0)
