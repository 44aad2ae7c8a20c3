from django.urls import path

from ypodrome.bag import views

app_name = "bag"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("preferences/", views.preferences, name="preferences"),
    path("bench/", views.bench_page, name="bench"),
    path("bench/fly/", views.bench_fly, name="bench_fly"),
    path("bench/keep/", views.bench_keep, name="bench_keep"),
    path("bench/drop/<int:pk>/", views.bench_drop, name="bench_drop"),
]
