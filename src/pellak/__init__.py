"""Pellak plans oxy-acetylene work and keeps the record of how it went."""

import os

__version__ = "0.2.0"

# Our arrays are small: a pool of threads for them only makes everybody wait, two to three times as
# long as soon as anything else runs. Said before NumPy is loaded, which reads it once.
for _threads in ("OPENBLAS_NUM_THREADS", "MKL_NUM_THREADS", "OMP_NUM_THREADS"):
    os.environ.setdefault(_threads, "1")
