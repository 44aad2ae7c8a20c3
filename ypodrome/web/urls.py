"""Root urls."""

from django.contrib.auth.views import LoginView, LogoutView
from django.urls import include, path, register_converter

from ypodrome.plan import link_views
from ypodrome.pocket import views as pocket
from ypodrome.web import deleted
from ypodrome.web.converters import Key
from ypodrome.web.home import home

register_converter(Key, "key")
METHODS = ["get", "post", "head", "options"]
sign_in = LoginView.as_view(template_name="web/login.html", http_method_names=METHODS)

handler404 = "ypodrome.web.failures.not_found"
handler500 = "ypodrome.web.failures.failed"

urlpatterns = [
    path("", home, name="home"),
    path("login/", sign_in, name="login"),
    path("logout/", LogoutView.as_view(), name="logout"),
    path("deleted/", deleted.deleted, name="deleted"),
    path("deleted/<str:kind>/<key:pk>/", deleted.put_back, name="put_back"),
    path("player/", include("ypodrome.accounts.urls")),
    path("thrower/", include("ypodrome.thrower.urls")),
    path("bag/", include("ypodrome.bag.urls")),
    path("courses/", include("ypodrome.course.urls")),
    path("plan/", include("ypodrome.plan.urls")),
    path("shown/<str:token>/", link_views.shown, name="shown"),
    path("round/", include("ypodrome.round.urls")),
    path("pocket/", include("ypodrome.pocket.urls")),
    path("worker.js", pocket.worker, name="worker"),
    path("manifest.webmanifest", pocket.manifest, name="manifest"),
    path("mine/", include("ypodrome.archive.urls")),
]
