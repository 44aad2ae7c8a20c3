from django.urls import path

from ypodrome.bag import disc_views, views

app_name = "bag"
urlpatterns = [
    path("", disc_views.shelf, name="shelf"),
    path("new/", disc_views.edit, name="new"),
    path("undo/", disc_views.undo, name="undo"),
    path("file/", disc_views.read, name="read"),
    path("file/take/", disc_views.merge, name="merge"),
    path("<key:pk>/", disc_views.edit, name="edit"),
    path("<key:pk>/copy/", disc_views.copy, name="copy"),
    path("<key:pk>/state/", disc_views.state, name="state"),
    path("<key:pk>/worn/", disc_views.worn, name="worn"),
    path("<key:pk>/delete/", disc_views.delete, name="delete"),
    path("preferences/", views.preferences, name="preferences"),
    path("bench/", views.bench_page, name="bench"),
    path("bench/fly/", views.bench_fly, name="bench_fly"),
    path("bench/keep/", views.bench_keep, name="bench_keep"),
    path("bench/drop/<key:pk>/", views.bench_drop, name="bench_drop"),
]
