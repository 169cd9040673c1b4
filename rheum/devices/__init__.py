"""The kitchen's instruments behind small interfaces, and the simulated ones that ship."""
