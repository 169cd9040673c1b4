"""The rules of the job and all its computation: pure functions on frozen dataclasses; no server, no database, no clock, no files."""
