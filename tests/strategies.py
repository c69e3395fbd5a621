"""Strategies shared by the property tests: pieces, tips and measures a workshop could meet."""

from hypothesis import strategies as st

from pellak.core.torch.rack_tip import RackTip

thicknesses_mm = st.floats(0.5, 6)
oxygen_ratios = st.floats(0.85, 1.5)
flows_l_per_h = st.floats(20, 2500)
bores_mm = st.floats(0.35, 4)
start_temperatures_c = st.floats(0, 400)
tips = st.builds(
    RackTip,
    label=st.text("ABCDEFGH123456789", min_size=1, max_size=6),
    orifice_mm=bores_mm,
    jets=st.just(1),
)
