"""The one codec between typed values and store: MessagePack with a version; arrays as 32-bit floats.

What is written is read back as the same types. Data of another version, or that cannot be read, is no error:
what is kept so can be worked out again.
"""

from __future__ import annotations

import typing
from typing import Any, TypeVar

import msgspec
import numpy as np

T = TypeVar("T")

ARRAY = 1
KEPT_AS = np.dtype("<f4")
"""Millimetres of a course and hundred-thousandths of a chance are kept by it."""


def pack(value: Any, form: int) -> bytes:
    """A value of dataclasses, enums and arrays as bytes of this form."""
    return bytes(form.to_bytes(2, "big") + _ENCODER.encode(value))


def unpack(data: bytes | None, kind: type[T], form: int) -> T | None:
    """The value back, or None when there is none of this form."""
    if not data or int.from_bytes(data[:2], "big") != form:
        return None
    try:
        return msgspec.msgpack.decode(data[2:], type=kind, dec_hook=_read, ext_hook=_array)
    except (msgspec.DecodeError, msgspec.ValidationError, ValueError):
        return None


def _write(value: Any) -> Any:
    if isinstance(value, np.ndarray):
        shape = np.array([value.ndim, *value.shape], "<u4").tobytes()
        return msgspec.msgpack.Ext(ARRAY, shape + value.astype(KEPT_AS).tobytes())
    if isinstance(value, np.generic):
        return value.item()
    raise NotImplementedError(type(value).__name__)


def _array(code: int, data: memoryview) -> Any:
    if code != ARRAY:
        raise ValueError(f"unknown extension {code}")
    size = int.from_bytes(bytes(data[:4]), "little")
    shape = np.frombuffer(data[4 : 4 + 4 * size], "<u4").astype(int)
    return np.frombuffer(data[4 + 4 * size :], KEPT_AS).astype(float).reshape(shape)


def _read(kind: Any, value: Any) -> Any:
    if (typing.get_origin(kind) or kind) is np.ndarray and isinstance(value, np.ndarray):
        return value
    raise NotImplementedError(str(kind))


_ENCODER = msgspec.msgpack.Encoder(enc_hook=_write)
