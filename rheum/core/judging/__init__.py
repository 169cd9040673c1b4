"""The rules: findings, what would put each right, the verdict, the minutes."""
