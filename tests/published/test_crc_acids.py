"""CRC Handbook of Chemistry and Physics: dissociation constants of organic acids in water at 25 °C, and approximate pH of acids."""

from __future__ import annotations

import pytest

from rheum.core.measures.acidity import ACETIC_G_PER_MOL, CITRIC_G_PER_MOL
from rheum.core.measures.equilibrium import ACETIC_PKA, CITRIC_PKAS, AcidDose, middle_ph


def test_dissociation_constants() -> None:
    assert pytest.approx(4.756, abs=0.005) == ACETIC_PKA
    assert pytest.approx((3.13, 4.76, 6.40), abs=0.015) == CITRIC_PKAS


def test_molar_masses() -> None:
    assert pytest.approx(60.052, abs=0.005) == ACETIC_G_PER_MOL
    assert pytest.approx(192.124, abs=0.01) == CITRIC_G_PER_MOL


@pytest.mark.parametrize(("normal", "ph"), [(1.0, 2.4), (0.1, 2.9), (0.01, 3.4)])
def test_acetic_acid(normal: float, ph: float) -> None:
    assert middle_ph((), (AcidDose(1, acetic=(normal, normal)),), 1.0) == pytest.approx(ph, abs=0.06)


def test_citric_acid() -> None:
    """0.1 N citric acid, a thirtieth of a mole a litre: pH 2.2 (Merck Index, CRC)."""
    mol = 0.1 / 3
    assert middle_ph((), (AcidDose(1, citric=(mol, mol)),), 1.0) == pytest.approx(2.2, abs=0.15)


def test_cider_vinegar() -> None:
    """FDA: cider vinegar 3.10; a pure 5 % acid would be 2.4. The difference is its potassium, about 70 mg in 100 g."""
    mol = 50 / ACETIC_G_PER_MOL
    assert middle_ph((), (AcidDose(1, acetic=(mol, mol), base=(0.012, 0.022)),), 1.0) == pytest.approx(3.10, abs=0.1)


def test_the_potassium_of_bottled_lemon_juice() -> None:
    """FDA: lemon juice 2.00 to 2.60. Potassium about 105 mg in 100 g: 27 mmol/l."""
    mol = 50 / CITRIC_G_PER_MOL
    assert middle_ph((), (AcidDose(1, citric=(mol, mol), base=(0.020, 0.035)),), 1.0) == pytest.approx(2.30, abs=0.1)


def test_bottled_lemon_juice() -> None:
    """FDA: lemon juice 2.00 to 2.60, lime juice 2.00 to 2.35. Bottled at about 4.5 to 6 % citric acid, without what buffers a fruit's own."""
    for percent in (4.5, 6.0):
        mol = percent * 10 / 192.124
        assert 1.8 <= middle_ph((), (AcidDose(1, citric=(mol, mol)),), 1.0) <= 2.6
