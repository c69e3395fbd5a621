"""The one clock the shop is given."""

from collections.abc import Callable
from datetime import datetime

Clock = Callable[[], datetime]
"""Returns the moment, in UTC."""
