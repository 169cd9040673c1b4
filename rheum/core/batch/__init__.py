"""A batch under way and its jars afterwards: events, their fold, what the Stove says, dates."""
