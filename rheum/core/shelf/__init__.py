"""Jars afterwards: what happened to each of them, where it stands, and until when.

The door: `lives_of` says how every jar of a batch stands, `may_tell` whether something can be said of one.
"""

from rheum.core.shelf.life import THERE, JarLife, found_by, lives_of, may_tell, open_days

__all__ = ["THERE", "JarLife", "found_by", "lives_of", "may_tell", "open_days"]
