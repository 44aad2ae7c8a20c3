from django.urls import path

from ypodrome.course import desk_views, views

app_name = "course"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("new/", views.new, name="new"),
    path("draft/<int:pk>/", views.draft, name="draft"),
    path("<int:pk>/share/", views.share, name="share"),
    path("<int:pk>/delete/", views.delete, name="delete"),
    path("<int:pk>.geojson", views.export, name="export"),
    path("<int:pk>/layouts/", views.layouts, name="layouts"),
    path("<int:pk>/desk/", desk_views.page, name="desk"),
    path("<int:pk>/desk/all/", desk_views.everything, name="desk_all"),
    path("<int:pk>/desk/contours/", desk_views.contours, name="desk_contours"),
    path("<int:pk>/desk/change/", desk_views.change, name="desk_change"),
    path("<int:pk>/desk/undo/", desk_views.undo, name="desk_undo"),
    path("<int:pk>/desk/redo/", desk_views.redo, name="desk_redo"),
    path("<int:pk>/desk/profile/", desk_views.profile, name="desk_profile"),
    path("<int:pk>/desk/laser/", desk_views.laser, name="desk_laser"),
    path("<int:pk>/desk/hole/<int:number>/", desk_views.hole, name="desk_hole"),
    path("<int:pk>/desk/walk/<int:number>.gpx", desk_views.walk, name="desk_walk"),
    path("<int:pk>/scouting/", desk_views.scouting, name="scouting"),
]
