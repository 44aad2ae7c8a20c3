"""Versions of a course: as it was when a plan or a round was begun on it."""

from __future__ import annotations

import hashlib
import json
import zlib
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from ypodrome.course.documents import document_of
from ypodrome.course.models import Course, CourseVersion

Json = dict[str, Any]


@dataclass(frozen=True)
class Present:
    """A course as it stands: its version's number, and the version if it is stored, else its file."""

    number: int
    stored: CourseVersion | None
    document: Json | None = None


def present(course: Course) -> Present:
    """The course as it stands, which may be a version that nobody has stored yet. Writes nothing."""
    last = course.versions.defer("document").last()
    if last is not None and last.seen >= course.updated:
        return Present(last.number, last)
    document = document_of(course)
    if last is not None and last.digest == _digest(_text(document)):
        return Present(last.number, last, document)
    return Present(last.number + 1 if last else 1, None, document)


@transaction.atomic
def current_version(course: Course) -> CourseVersion:
    """The version that is the course as it stands; stored, if an edit has come since the last one. Those that
    no plan and no round was made on are dropped then."""
    now = present(course)
    if now.stored is not None:
        if now.document is not None:
            now.stored.save(update_fields=["seen"])
        return now.stored
    made = store_version(course, now.number, now.document or {})
    course.versions.filter(plans=None, rounds=None).exclude(pk=made.pk).delete()
    return made


def store_version(course: Course, number: int, document: Json) -> CourseVersion:
    """Keep a file of a course as its version of that number."""
    text = _text(document)
    return CourseVersion.objects.create(
        course=course, number=number, digest=_digest(text), document=zlib.compress(text, 9)
    )


def document_of_version(version: CourseVersion) -> Json:
    """The course file of a version."""
    return dict(json.loads(zlib.decompress(bytes(version.document))))


def _text(document: Json) -> bytes:
    return json.dumps(document, ensure_ascii=False, separators=(",", ":")).encode()


def _digest(text: bytes) -> str:
    return hashlib.sha256(text).hexdigest()
