from django.urls import path

from ypodrome.pocket import views

app_name = "pocket"
urlpatterns = [
    path("read-in/", views.read_in, name="read_in"),
    path("tell/", views.tell, name="tell"),
    path("<key:pk>/", views.card, name="card"),
    path("<key:pk>/told/", views.told, name="told"),
    path("<key:pk>/file/", views.file, name="file"),
    path("<key:pk>/prepare/<key:position>/", views.prepare, name="prepare"),
]
