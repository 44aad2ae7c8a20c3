from django.urls import path

from ypodrome.course import views

app_name = "course"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("<int:pk>.geojson", views.export, name="export"),
]
