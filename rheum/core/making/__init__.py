"""From what there is to the batch: basket, jars, brine, vinegar, canner and lids, worked out together."""
