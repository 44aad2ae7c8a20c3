"""Courses as stored: GeoJSON features by row, layouts by hole, versions, and what was changed in them."""

from __future__ import annotations

import uuid

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.accounts.owned import Deletable, OwnedQuerySet


class CourseQuerySet(OwnedQuerySet["Course"]):
    """Courses asked for by who may see them."""

    def seen_by(self, player: Player) -> CourseQuerySet:
        """A player's own courses, and those that the club shares."""
        return self.filter(models.Q(owner=player) | models.Q(shared=True), deleted=None)

    def edited_by(self, player: Player) -> CourseQuerySet:
        """Courses a player may change: their own, and the club's for those who keep them."""
        mine = models.Q(owner=player)
        return self.filter(mine | models.Q(shared=True) if player.keeps_courses else mine, deleted=None)


class Course(Deletable):
    """A place with holes, of the player who drew or imported it; a `shared` one is seen by the whole club,
    and passes to the club (no owner) when its owner leaves.

    `anchor_lon`, `anchor_lat`: origin of the metres that the survey desk draws in. `applied`: how
    many of its changes are in force; those after it have been undone.
    """

    uuid = models.UUIDField(default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(Player, models.SET_NULL, null=True, related_name="courses")
    shared = models.BooleanField(default=False)
    name = models.CharField(max_length=120)
    updated = models.DateTimeField(auto_now=True)
    anchor_lon = models.FloatField(default=0.0)
    anchor_lat = models.FloatField(default=0.0)
    applied = models.PositiveIntegerField(default=0)

    objects = CourseQuerySet.as_manager()  # type: ignore[misc]

    class Meta:
        ordering = ("name", "pk")
        constraints = [models.UniqueConstraint(fields=("owner", "uuid"), name="each_course_once")]

    def __str__(self) -> str:
        return self.name

    @property
    def anchor(self) -> tuple[float, float]:
        """Longitude and latitude of the survey desk's origin."""
        return self.anchor_lon, self.anchor_lat


class CourseVersion(models.Model):
    """A course as it was when a plan or a round was begun on it: its file, compressed. `seen`: when it was
    last known to be the course as it stands."""

    course = models.ForeignKey(Course, models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    digest = models.CharField(max_length=64)
    document = models.BinaryField()
    made = models.DateTimeField(auto_now_add=True)
    seen = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("number",)
        constraints = [models.UniqueConstraint(fields=("course", "number"), name="one_version_a_number")]


class Feature(models.Model):
    """One GeoJSON feature of a course, as it came. `position` names it: later lies over earlier."""

    course = models.ForeignKey(Course, models.CASCADE, related_name="features")
    position = models.PositiveIntegerField()
    geometry = models.JSONField()
    properties = models.JSONField()

    class Meta:
        ordering = ("position",)
        constraints = [models.UniqueConstraint(fields=("course", "position"), name="one_feature_a_position")]


class Change(models.Model):
    """One step at the survey desk: features before and after, by position; null where there is none.
    Where it changed the layouts too, those before and after, as a course file has them."""

    course = models.ForeignKey(Course, models.CASCADE, related_name="changes")
    number = models.PositiveIntegerField()
    steps = models.JSONField()
    layouts = models.JSONField(null=True)

    class Meta:
        ordering = ("number",)
        constraints = [models.UniqueConstraint(fields=("course", "number"), name="one_change_a_number")]


class Draft(models.Model):
    """A file that has been read but not taken: shown first, stored when its owner says so."""

    owner = models.ForeignKey(Player, models.CASCADE, related_name="drafts")
    course = models.ForeignKey(Course, models.CASCADE, null=True, related_name="drafts")
    file_name = models.CharField(max_length=200)
    document = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)


class Layout(models.Model):
    """A choice of tee, pin and par for a run of holes."""

    course = models.ForeignKey(Course, models.CASCADE, related_name="layouts")
    name = models.CharField(max_length=80)
    division = models.CharField(max_length=40, blank=True)

    class Meta:
        ordering = ("pk",)
        constraints = [models.UniqueConstraint(fields=("course", "name"), name="one_layout_a_name")]

    def __str__(self) -> str:
        return self.name


class LayoutHole(models.Model):
    """A hole as its layout plays it. `position` is its place in the round; a layout may play a hole twice."""

    layout = models.ForeignKey(Layout, models.CASCADE, related_name="holes")
    position = models.PositiveIntegerField()
    number = models.PositiveIntegerField()
    tee = models.CharField(max_length=40)
    pin = models.CharField(max_length=40)
    par = models.PositiveIntegerField(validators=[MinValueValidator(2), MaxValueValidator(7)])

    class Meta:
        ordering = ("position",)
        constraints = [models.UniqueConstraint(fields=("layout", "position"), name="one_hole_a_place")]
