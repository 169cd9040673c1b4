"""The rules, a file a subject; each is a function from a case to its findings, and `table.py` lists them in order."""
