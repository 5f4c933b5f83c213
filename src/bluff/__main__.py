"""`python -m bluff`."""

import sys

from bluff.cli import main

sys.exit(main())
