from django.urls import path

from ypodrome.course import edit_views, views

app_name = "course"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("new/", views.new, name="new"),
    path("draft/<key:pk>/", views.draft, name="draft"),
    path("<key:pk>/share/", views.share, name="share"),
    path("<key:pk>/delete/", views.delete, name="delete"),
    path("<key:pk>.geojson", views.export, name="export"),
    path("<key:pk>/layouts/", views.layouts, name="layouts"),
    path("<key:pk>/desk/", edit_views.page, name="desk"),
    path("<key:pk>/desk/all/", edit_views.everything, name="desk_all"),
    path("<key:pk>/desk/contours/", edit_views.contours, name="desk_contours"),
    path("<key:pk>/desk/change/", edit_views.change, name="desk_change"),
    path("<key:pk>/desk/undo/", edit_views.undo, name="desk_undo"),
    path("<key:pk>/desk/redo/", edit_views.redo, name="desk_redo"),
    path("<key:pk>/desk/profile/", edit_views.profile, name="desk_profile"),
    path("<key:pk>/desk/laser/", edit_views.laser, name="desk_laser"),
    path("<key:pk>/desk/hole/<key:number>/", edit_views.hole, name="desk_hole"),
    path("<key:pk>/desk/walk/<key:number>.gpx", edit_views.walk, name="desk_walk"),
    path("<key:pk>/scouting/", edit_views.scouting, name="scouting"),
]
