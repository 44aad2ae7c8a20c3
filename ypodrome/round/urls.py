from django.urls import path

from ypodrome.round import views

app_name = "round"
urlpatterns = [
    path("<int:pk>/hole/<int:number>/", views.record, name="record"),
    path("<int:pk>/after/", views.after, name="after"),
    path("<int:pk>/again/", views.again, name="again"),
]
