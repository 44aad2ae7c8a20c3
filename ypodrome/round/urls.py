from django.urls import path

from ypodrome.round import views

app_name = "round"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("of/<key:plan>/", views.of_plan, name="of_plan"),
    path("begin/<key:plan>/", views.begin, name="begin"),
    path("<key:pk>/<key:position>/", views.record, name="record"),
    path("<key:pk>/name/", views.name, name="name"),
    path("<key:pk>/delete/", views.delete, name="delete"),
    path("<key:pk>/after/", views.after, name="after"),
    path("<key:pk>/join/<key:other>/", views.join, name="join"),
    path("<key:pk>/apart/", views.take_apart, name="take_apart"),
]
