from django.urls import path

from ypodrome.course import edit_views, views

app_name = "course"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("new/", views.new, name="new"),
    path("draft/<int:pk>/", views.draft, name="draft"),
    path("<int:pk>/share/", views.share, name="share"),
    path("<int:pk>/delete/", views.delete, name="delete"),
    path("<int:pk>.geojson", views.export, name="export"),
    path("<int:pk>/layouts/", views.layouts, name="layouts"),
    path("<int:pk>/desk/", edit_views.page, name="desk"),
    path("<int:pk>/desk/all/", edit_views.everything, name="desk_all"),
    path("<int:pk>/desk/contours/", edit_views.contours, name="desk_contours"),
    path("<int:pk>/desk/change/", edit_views.change, name="desk_change"),
    path("<int:pk>/desk/undo/", edit_views.undo, name="desk_undo"),
    path("<int:pk>/desk/redo/", edit_views.redo, name="desk_redo"),
    path("<int:pk>/desk/profile/", edit_views.profile, name="desk_profile"),
    path("<int:pk>/desk/laser/", edit_views.laser, name="desk_laser"),
    path("<int:pk>/desk/hole/<int:number>/", edit_views.hole, name="desk_hole"),
    path("<int:pk>/desk/walk/<int:number>.gpx", edit_views.walk, name="desk_walk"),
    path("<int:pk>/scouting/", edit_views.scouting, name="scouting"),
]
