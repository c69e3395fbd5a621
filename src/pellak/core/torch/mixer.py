"""How a torch mixes its gases: both push, or the oxygen draws."""

from typing import Literal

Mixer = Literal["equal-pressure", "injector"]
