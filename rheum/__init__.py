"""Rheum: from “may I make this?” to a dated jar on the shelf."""

__version__ = "0.1.0"
