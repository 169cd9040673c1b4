"""What the sentences of a method say that no tested method says, and the foods that no line lists."""
