"""Which tested formula a recipe is, scaled to its acid, and how every line stands against it."""
