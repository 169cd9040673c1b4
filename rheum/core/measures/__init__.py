"""How amounts, strengths, pH, heights and heat are written, converted and reckoned, each formula with its publication; it knows no recipe.

The door, module by module: `amount.number`, `amount.leading_amount`, `one_amount.one_amount`, `measurable.measurable`,
`altitude.altitude`, `altitude.boiling_point_c`, `acidity.brine_percent`, `equilibrium.estimate`, and `refused.Refused`, which all refusals are.
"""
