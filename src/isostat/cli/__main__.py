"""`python -m isostat.cli`, as `isostat`."""

from __future__ import annotations

import sys

from isostat.cli.main import main

sys.exit(main())
