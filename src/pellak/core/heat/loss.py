"""How fast a face loses heat: slowly while lukewarm, fast when it glows."""

CONVECTION_W_PER_M2_K, EMISSIVITY, STEFAN_BOLTZMANN = 10.0, 0.8, 5.67e-8
ROOM_K, ZERO_C_K = 293.15, 273.15


def face_loss_w_per_m2_k(surface_c: float) -> float:
    """Return the loss of one face for each degree over the room, W/m²K, at a surface temperature.

    Source: Stefan and Boltzmann's law between grey surfaces, made linear; 10 W/m²K of convection.

    Args:
        surface_c: of the face, °C, over −273

    >>> round(face_loss_w_per_m2_k(500.0), 1), face_loss_w_per_m2_k(20.0) < 16
    (43.1, True)
    """
    t = surface_c + ZERO_C_K
    return CONVECTION_W_PER_M2_K + EMISSIVITY * STEFAN_BOLTZMANN * (t + ROOM_K) * (
        t * t + ROOM_K * ROOM_K
    )
