"""Every test that opens a window does so without a screen."""

import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
