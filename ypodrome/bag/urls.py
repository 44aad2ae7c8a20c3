from django.urls import path

from ypodrome.bag import views

app_name = "bag"
urlpatterns = [path("", views.shelf, name="shelf")]
