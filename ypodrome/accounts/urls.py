from django.urls import path

from ypodrome.accounts import views

app_name = "accounts"
urlpatterns = [
    path("units/", views.units, name="units"),
    path("join/<str:token>/", views.join, name="join"),
    path("club/", views.club, name="club"),
    path("club/invite/", views.invite, name="invite"),
    path("club/invite/<key:pk>/withdraw/", views.withdraw, name="withdraw"),
    path("club/<key:pk>/role/", views.role, name="role"),
    path("club/<key:pk>/reset/", views.reset, name="reset"),
    path("club/<key:pk>/out/", views.sign_out_member, name="sign_out_member"),
    path("password/", views.password, name="password"),
    path("out/", views.sign_out_everywhere, name="sign_out_everywhere"),
]
