from django.urls import path

from ypodrome.thrower import views

app_name = "thrower"
urlpatterns = [
    path("", views.page, name="page"),
    path("try/", views.tried, name="try"),
    path("thrower.json", views.export, name="export"),
    path("file/", views.take_file, name="file"),
    path("before/", views.before, name="before"),
    path("welcome/", views.welcome, name="welcome"),
]
