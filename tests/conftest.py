import os

from hypothesis import HealthCheck, settings

settings.register_profile(
    "check",
    max_examples=150,
    deadline=None,
    # Walls are built from several draws; what counts is that the same run finds the same faults.
    suppress_health_check=[HealthCheck.too_slow],
    derandomize=True,
)
settings.register_profile("search", parent=settings.get_profile("check"), max_examples=3000, derandomize=False)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "check"))
