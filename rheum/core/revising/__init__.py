"""A judged recipe made into another one: a tested one, another size, a merged one, a formula of one's own."""
