"""Run the command line with `python -m tallplank`."""

import sys

from tallplank.cli import main

sys.exit(main())
