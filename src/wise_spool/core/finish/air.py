"""The air round a fresh coat: when a blank sweats.

Method page: ``docs/methods/finish.md``.
"""

import math


def dew_point_c(temperature_c: float, humidity_percent: float) -> float:
    """Dew point in degrees C by Magnus with the constants of Alduchov & Eskridge (1996).

    g = ln(RH/100) + 17.625 T / (243.04 + T); Td = 243.04 g / (17.625 - g).
    J. Appl. Meteor. 35, 601-609.

    >>> round(dew_point_c(20.0, 60.0), 1)
    12.0
    """
    g = math.log(humidity_percent / 100) + 17.625 * temperature_c / (243.04 + temperature_c)
    return 243.04 * g / (17.625 - g)
