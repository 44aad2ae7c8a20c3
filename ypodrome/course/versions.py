"""Versions of a course: as it was when a plan or a round was begun on it."""

from __future__ import annotations

import hashlib
import json
import zlib
from typing import Any

from django.db import transaction

from ypodrome.course.documents import document_of
from ypodrome.course.models import Course, CourseVersion

Json = dict[str, Any]


@transaction.atomic
def current_version(course: Course) -> CourseVersion:
    """The version that is the course as it stands; made, if an edit has come since the last one."""
    last = course.versions.last()
    if last is not None and last.seen >= course.updated:
        return last
    text = json.dumps(document_of(course), ensure_ascii=False, separators=(",", ":")).encode()
    digest = hashlib.sha256(text).hexdigest()
    if last is not None and last.digest == digest:
        last.save(update_fields=["seen"])
        return last
    number = last.number + 1 if last else 1
    return CourseVersion.objects.create(
        course=course, number=number, digest=digest, document=zlib.compress(text, 9)
    )


def document_of_version(version: CourseVersion) -> Json:
    """The course file of a version."""
    return dict(json.loads(zlib.decompress(bytes(version.document))))
