from django.urls import path

from ypodrome.accounts import views

app_name = "accounts"
urlpatterns = [path("units/", views.units, name="units")]
