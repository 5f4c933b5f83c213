"""`python -m bluff`."""

import sys

from bluff.run.cli import main

# Worker processes import this module again, and are to run nothing.
if __name__ == "__main__":
    sys.exit(main())
