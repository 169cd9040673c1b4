"""How amounts, strengths, pH, heights and heat are written, converted and reckoned, each formula with its publication; it knows no recipe."""
