"""Courses as stored: GeoJSON features by row, layouts by hole."""

from __future__ import annotations

from django.db import models

from ypodrome.accounts.models import Player


class Course(models.Model):
    """A place with holes, owned by the player who drew or imported it."""

    owner = models.ForeignKey(Player, models.CASCADE, related_name="courses")
    name = models.CharField(max_length=120)
    updated = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return self.name


class Feature(models.Model):
    """One GeoJSON feature of a course, as it came."""

    course = models.ForeignKey(Course, models.CASCADE, related_name="features")
    position = models.PositiveIntegerField()
    geometry = models.JSONField()
    properties = models.JSONField()

    class Meta:
        ordering = ("position",)


class Layout(models.Model):
    """A choice of tee, pin and par for a run of holes."""

    course = models.ForeignKey(Course, models.CASCADE, related_name="layouts")
    name = models.CharField(max_length=80)
    division = models.CharField(max_length=40, blank=True)

    def __str__(self) -> str:
        return self.name


class LayoutHole(models.Model):
    """A hole as its layout plays it."""

    layout = models.ForeignKey(Layout, models.CASCADE, related_name="holes")
    number = models.PositiveIntegerField()
    tee = models.CharField(max_length=40)
    pin = models.CharField(max_length=40)
    par = models.PositiveIntegerField()

    class Meta:
        ordering = ("pk",)
