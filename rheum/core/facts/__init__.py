"""What Rheum and this kitchen know before anyone writes anything: ingredients and their weights, jars, tested formulas, choices, circumstances."""
