from django.urls import path

from ypodrome.archive import views

app_name = "archive"
urlpatterns = [
    path("", views.mine, name="mine"),
    path("archive.zip", views.out, name="out"),
    path("archive/", views.take, name="take"),
    path("delete/", views.leave, name="leave"),
]
