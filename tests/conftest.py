"""What all tests share."""

import os

from hypothesis import HealthCheck, settings

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
settings.register_profile(
    "plank",
    deadline=None,
    max_examples=int(os.environ.get("PLANK_EXAMPLES", "60")),
    suppress_health_check=[HealthCheck.too_slow],
    derandomize=True,
)
settings.load_profile("plank")
