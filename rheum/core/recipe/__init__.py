"""Recipe text to recipe and back: what each line and each sentence says, and what was not understood."""
