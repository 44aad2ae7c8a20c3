"""A player's units and password, and the club: who is in it, and links that let others in."""

from __future__ import annotations

from django.contrib import messages
from django.contrib.auth import login, logout, update_session_auth_hash
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils.http import url_has_allowed_host_and_scheme
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts import services
from ypodrome.accounts.access import club_only, owner_only
from ypodrome.accounts.forms import JoinForm, ResetForm, RoleForm, UnitsForm
from ypodrome.accounts.http import checked
from ypodrome.accounts.models import Invitation, Player, Role
from ypodrome.accounts.requests import PlayerRequest

BACKEND = "django.contrib.auth.backends.ModelBackend"


@require_POST
def units(request: PlayerRequest) -> HttpResponse:
    """Switch units and return to where the player was."""
    form = checked(UnitsForm(request.POST))
    services.set_units(request.player, form["units"])
    back = form["next"]
    if not url_has_allowed_host_and_scheme(back, allowed_hosts={request.get_host()}):
        back = "/"
    return redirect(back)


@require_http_methods(["GET", "POST"])
def join(request: HttpRequest, token: str) -> HttpResponse:
    """Come in by a link: choose a name and a password, or only a new password."""
    invitation = Invitation.objects.select_related("resets__user").filter(token=token).first()
    if invitation is None or not invitation.good:
        return render(request, "accounts/join.html", {"gone": True}, status=404)
    kind = ResetForm if invitation.resets else JoinForm
    form = kind(request.POST if request.method == "POST" else None)
    if request.method == "POST" and form.is_valid():
        values = form.cleaned_data
        if invitation.resets:
            player = services.reset_password(invitation, values["password"])
        else:
            player = services.join(invitation, values["username"], values["password"])
        login(request, player.user, BACKEND)
        return redirect("home")
    context = {"form": form, "invitation": invitation}
    return render(request, "accounts/join.html", context, status=400 if form.errors else 200)


@require_safe
@owner_only
def club(request: PlayerRequest) -> HttpResponse:
    """Members and open links."""
    to = request.build_absolute_uri
    invitations = [
        {"link": i, "url": to(f"/player/join/{i.token}/")}
        for i in Invitation.objects.select_related("resets") if i.good
    ]  # fmt: skip
    members = Player.objects.select_related("user").order_by("name")
    context = {"members": members, "invitations": invitations, "roles": Role.choices}
    return render(request, "accounts/club.html", context)


@require_POST
@owner_only
def invite(request: PlayerRequest) -> HttpResponse:
    """Make a link for a new player."""
    role = checked(RoleForm(request.POST))["role"]
    Invitation.objects.create(made_by=request.player, role=role)
    messages.success(request, "Send the link below to whom it is for. It works once.")
    return redirect("accounts:club")


@require_POST
@owner_only
def withdraw(request: PlayerRequest, pk: int) -> HttpResponse:
    """Take a link back."""
    get_object_or_404(Invitation, pk=pk, used=None).delete()
    messages.success(request, "The link is withdrawn.")
    return redirect("accounts:club")


@require_POST
@owner_only
def role(request: PlayerRequest, pk: int) -> HttpResponse:
    """Give a member a role."""
    member = get_object_or_404(Player, pk=pk)
    services.set_role(member, checked(RoleForm(request.POST))["role"])
    messages.success(request, f"{member.name} is {member.get_role_display()} now.")
    return redirect("accounts:club")


@require_POST
@owner_only
def reset(request: PlayerRequest, pk: int) -> HttpResponse:
    """Make a link by which a member sets a new password."""
    member = get_object_or_404(Player, pk=pk)
    Invitation.objects.create(made_by=request.player, resets=member, role=member.role)
    messages.success(request, f"Send the link below to {member.name}: it sets a new password, once.")
    return redirect("accounts:club")


@require_POST
@owner_only
def sign_out_member(request: PlayerRequest, pk: int) -> HttpResponse:
    """End every session of a member."""
    member = get_object_or_404(Player, pk=pk)
    services.sign_out_everywhere(member)
    messages.success(request, f"{member.name} is signed out everywhere.")
    return redirect("accounts:club")


@require_http_methods(["GET", "POST"])
@club_only
def password(request: PlayerRequest) -> HttpResponse:
    """Change one's own password."""
    form = ResetForm(request.POST if request.method == "POST" else None)
    old_wrong = False
    if request.method == "POST":
        old_wrong = not request.player.user.check_password(request.POST.get("old", ""))
        if form.is_valid() and not old_wrong:
            user = request.player.user
            user.set_password(form.cleaned_data["password"])
            user.save(update_fields=["password"])
            update_session_auth_hash(request, user)
            messages.success(request, "The new password is set; other devices have to sign in again.")
            return redirect("home")
    context = {"form": form, "old_wrong": old_wrong}
    return render(request, "accounts/password.html", context, status=400 if request.method == "POST" else 200)


@require_POST
@club_only
def sign_out_everywhere(request: PlayerRequest) -> HttpResponse:
    """End every session, this one too."""
    services.sign_out_everywhere(request.player)
    logout(request)
    return redirect("login")
