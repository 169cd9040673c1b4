"""What Rheum and this kitchen know before anyone writes anything: ingredients and their weights, jars, tested formulas, choices,
circumstances.

The door, module by module: `library.Library` holds the facts, `circumstances.Settings` what is asked besides a recipe,
`choices.Choices` the kitchen's own; `placing.with_placed` adds what a kitchen has placed, `weights.bulk` weighs an amount.
"""
