"""Every test that opens a window does so without a screen; random tests repeat themselves where CI asks for it."""

import os

from hypothesis import settings

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
settings.register_profile("workshop", deadline=None)
settings.register_profile("ci", deadline=None, derandomize=True)
settings.load_profile("ci" if os.environ.get("CI") else "workshop")
