"""Root urls."""

from django.contrib.auth.views import LoginView, LogoutView
from django.urls import include, path
from django.views.generic import RedirectView

urlpatterns = [
    path("", RedirectView.as_view(pattern_name="plan:overview"), name="home"),
    path("login/", LoginView.as_view(template_name="web/login.html"), name="login"),
    path("logout/", LogoutView.as_view(), name="logout"),
    path("player/", include("ypodrome.accounts.urls")),
    path("bag/", include("ypodrome.bag.urls")),
    path("courses/", include("ypodrome.course.urls")),
    path("plan/", include("ypodrome.plan.urls")),
    path("round/", include("ypodrome.round.urls")),
]
