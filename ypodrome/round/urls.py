from django.urls import path

from ypodrome.round import views

app_name = "round"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("of/<int:plan>/", views.of_plan, name="of_plan"),
    path("begin/<int:plan>/", views.begin, name="begin"),
    path("<int:pk>/<int:position>/", views.record, name="record"),
    path("<int:pk>/name/", views.name, name="name"),
    path("<int:pk>/delete/", views.delete, name="delete"),
    path("<int:pk>/after/", views.after, name="after"),
]
