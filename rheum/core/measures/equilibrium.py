"""What the jar ends at: an estimate of pH with honest bounds, and a ledger of who brings acid and who takes it up.

Charge balance in the jar's water at equilibrium, each produce line a linear buffer around its own pH:

    sum m_i * b_i * (pH_i - pH) + [H+] * W + base = acetate(pH) + citrate charge(pH)

The left side falls and the right side rises with pH, so there is one root. Bounds take, inside the root function, each
line's largest or smallest b * (pH_i - pH) over its four corners. `base` is the potassium that vinegars and juices carry (cider vinegar about
19 mmol/l, bottled lemon juice 27; food composition tables, from memory): it is why they are milder than pure acid of their strength. Buffering figures are from memory and wide on purpose;
pH ranges: FDA, approximate pH of foods (from memory). An estimate may lower a verdict and never lifts one.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from scipy.optimize import brentq

ACETIC_PKA: Final = 4.756
CITRIC_PKAS: Final = (3.13, 4.76, 6.40)
_LOWEST_PH: Final = 0.5
_HIGHEST_PH: Final = 9.5


@dataclass(frozen=True, slots=True)
class Buffer:
    """One produce line in the jar: kilograms, pH range, buffering range in mmol H+ per kg per pH unit."""

    line: int
    kg: float
    ph: tuple[float, float]
    beta: tuple[float, float]
    name: str = ""

    def takes_up_mol(self, ph: float) -> float:
        """Mol H+ taken up at a jar pH, by the middles of the ranges; negative where the line itself brings acid."""
        return self.kg * sum(self.beta) / 2 * (sum(self.ph) / 2 - ph) / 1000


@dataclass(frozen=True, slots=True)
class AcidDose:
    """One acid line: mol of acetic and of citric acid, and of the base that it carries itself, each as a range."""

    line: int
    acetic: tuple[float, float] = (0.0, 0.0)
    citric: tuple[float, float] = (0.0, 0.0)
    base: tuple[float, float] = (0.0, 0.0)
    name: str = ""

    @property
    def brought_mol(self) -> float:
        """Mol H+ this line could give up in all (titratable): acetic one, citric three."""
        return sum(self.acetic) / 2 + 3 * sum(self.citric) / 2


@dataclass(frozen=True, slots=True)
class PhBand:
    """Estimated pH at equilibrium. Always shown as a band."""

    low: float
    mid: float
    high: float


_ACETIC_KA: Final = math.pow(10.0, -ACETIC_PKA)
_CITRIC_KAS: Final = tuple(math.pow(10.0, -pka) for pka in CITRIC_PKAS)


def acetate_mol(total: float, ph: float) -> float:
    """Mol of acetate ion of `total` mol acetic acid at a pH."""
    return total * _ACETIC_KA / (_ACETIC_KA + math.pow(10.0, -ph))


def citrate_charge_mol(total: float, ph: float) -> float:
    """Mol of negative charge on `total` mol citric acid at a pH."""
    h = math.pow(10.0, -ph)
    k1, k2, k3 = _CITRIC_KAS
    one, two, three = h * h * k1, h * k1 * k2, k1 * k2 * k3
    return total * (one + 2 * two + 3 * three) / (h**3 + one + two + three)


def _root(taken_up: Callable[[float], float], acetic: float, citric: float, water_kg: float, *, base: float = 0.0) -> float:
    def balance(ph: float) -> float:
        given_up = acetate_mol(acetic, ph) + (citrate_charge_mol(citric, ph) if citric else 0.0)
        return taken_up(ph) + base + (math.pow(10.0, -ph) - math.pow(10.0, ph - 14.0)) * water_kg - given_up

    return float(brentq(balance, _LOWEST_PH, _HIGHEST_PH, xtol=1e-6))


Buffers = tuple[Buffer, ...]
Doses = tuple[AcidDose, ...]


def _least(buffers: Buffers, ph: float) -> float:
    """Mol taken up where each line takes up least: from its sour end, and weakly, but strongly where the produce is sourer than the jar."""
    return sum(item.kg * (item.ph[0] - ph) * item.beta[item.ph[0] < ph] for item in buffers) / 1000


def _most(buffers: Buffers, ph: float) -> float:
    """Mol taken up where each line takes up most."""
    return sum(item.kg * (item.ph[1] - ph) * item.beta[item.ph[1] > ph] for item in buffers) / 1000


def lowest_ph(buffers: Buffers, doses: Doses, water_kg: float) -> float:
    """The lower bound of a jar's pH."""
    acetic, citric, base = (sum(d.acetic[1] for d in doses), sum(d.citric[1] for d in doses), sum(d.base[0] for d in doses))
    return _root(lambda ph: _least(buffers, ph), acetic, citric, water_kg, base=base)


def middle_ph(buffers: Buffers, doses: Doses, water_kg: float) -> float:
    """The jar's pH with every range at its middle."""
    acetic, citric, base = (sum(sum(getattr(dose, name)) for dose in doses) / 2 for name in ("acetic", "citric", "base"))
    return _root(lambda ph: sum(item.takes_up_mol(ph) for item in buffers), acetic, citric, water_kg, base=base)


def highest_ph(buffers: Buffers, doses: Doses, water_kg: float) -> float:
    """The upper bound of a jar's pH."""
    acetic, citric, base = (sum(d.acetic[0] for d in doses), sum(d.citric[0] for d in doses), sum(d.base[1] for d in doses))
    return _root(lambda ph: _most(buffers, ph), acetic, citric, water_kg, base=base)


def estimate(buffers: Buffers, doses: Doses, water_kg: float) -> PhBand:
    """The pH band of a jar holding these."""
    return PhBand(lowest_ph(buffers, doses, water_kg), middle_ph(buffers, doses, water_kg), highest_ph(buffers, doses, water_kg))


def pure_acid_ph(percent: float, grams_per_mol: float = 60.052) -> float:
    """pH of acetic acid alone in water at a strength in per cent w/v (charge balance, ideal)."""
    mol = percent * 10 / grams_per_mol
    return _root(lambda ph: 0.0, mol, 0.0, 1.0)
