"""The one kind of dictionary that both the server's and the browser's Python read."""

import sys

if sys.version_info >= (3, 12):
    from typing import TypedDict
else:  # pydantic reads no other before, and the browser's Python has no other
    from typing_extensions import TypedDict

__all__ = ["TypedDict"]
