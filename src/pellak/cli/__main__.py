"""`python -m pellak.cli` is `pellak`."""

import sys

from pellak.cli import main

sys.exit(main())
