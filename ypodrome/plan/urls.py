from django.urls import path

from ypodrome.plan import here_views, pin_views, table_views, views

app_name = "plan"
urlpatterns = [
    path("", views.current, name="overview"),
    path("start/<int:layout>/", views.start, name="start"),
    path("<int:pk>/", views.overview, name="overview_of"),
    path("<int:pk>/unseen/", views.unseen, name="unseen"),
    path("<int:pk>/beside/", views.beside, name="beside"),
    path("<int:pk>/target/", views.target, name="target"),
    path("<int:pk>/few/", table_views.few, name="few"),
    path("<int:pk>/book/", views.book, name="book"),
    path("<int:pk>/hole/<int:position>/", views.sheet, name="sheet"),
    path("<int:pk>/hole/<int:position>/notes/", views.notes, name="notes"),
    path("<int:pk>/hole/<int:position>/winds/", views.winds, name="winds"),
    path("<int:pk>/hole/<int:position>/value/", views.value_map, name="value"),
    path("<int:pk>/hole/<int:position>/scratch/", views.scratch, name="scratch"),
    path("<int:pk>/hole/<int:position>/standard/", views.standard, name="standard"),
    path("<int:pk>/hole/<int:position>/look/", views.look, name="look"),
    path("<int:pk>/hole/<int:position>/replan/", views.replan, name="replan"),
    path("<int:pk>/hole/<int:position>/choose/", views.choose, name="choose"),
    path("<int:pk>/hole/<int:position>/aim/", views.aim, name="aim"),
    path("<int:pk>/hole/<int:position>/here/", here_views.here, name="here"),
    path("<int:pk>/hole/<int:position>/here/plan/", here_views.here_plan, name="here_plan"),
    path("<int:pk>/hole/<int:position>/here/zone/", here_views.zone, name="zone"),
    path("<int:pk>/hole/<int:position>/pins/", pin_views.pins, name="pins"),
    path("<int:pk>/hole/<int:position>/pins/plan/", pin_views.pins_plan, name="pins_plan"),
    path("<int:pk>/hole/<int:position>/discs/", here_views.discs, name="discs"),
    path("<int:pk>/hole/<int:position>/discs/every/", table_views.every, name="every"),
    path("<int:pk>/hole/<int:position>/discs/own/", here_views.own, name="own"),
]
