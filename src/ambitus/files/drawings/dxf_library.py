"""
The library that reads and writes DXF, loaded so that it leaves nothing behind.

It looks through the fonts of the machine when it is loaded, and keeps what it found in the home folder. No
font is drawn here: it is given a folder of its own for that, which is gone once it is loaded.
"""

import os
import tempfile

_WHERE = "XDG_CACHE_HOME"
_before = os.environ.get(_WHERE)
with tempfile.TemporaryDirectory() as _folder:
    os.environ[_WHERE] = _folder
    try:
        import ezdxf.path as path
        from ezdxf.filemanagement import new, read
    finally:
        if _before is None:
            del os.environ[_WHERE]
        else:
            os.environ[_WHERE] = _before

__all__ = ["new", "path", "read"]
