//! People: coming in and going out, and who may what.

use super::AppState;
use super::headers::By;
use crate::extract::{Json, Path};
use crate::people::{COOKIE, Caller, Entry, fits, hashed, of_nobody, role_text};
use crate::problem::Problem;
use axum::extract::{Extension, State};
use axum::http::StatusCode;
use axum_extra::extract::CookieJar;
use axum_extra::extract::cookie::{Cookie, SameSite};
use jovek_phrases::people as say;
use jovek_store::{Person, PersonId, Role, SESSION_DAYS, StoreError};
use serde::{Deserialize, Serialize};
use std::time::Instant;
use utoipa::ToSchema;

/// Longest name, letters: it stands in every line of the history.
const MOST_NAME: usize = 60;

/// A person with an account.
#[derive(Debug, Serialize, ToSchema)]
pub struct PersonView {
    /// Number.
    pub id: PersonId,
    /// As the history calls them.
    pub name: String,
    /// What they may do.
    pub role: Role,
    /// True once they came in.
    pub has_password: bool,
    /// True for an account that lets nobody in any more.
    pub is_closed: bool,
}

impl From<Person> for PersonView {
    fn from(person: Person) -> Self {
        let Person { id, name, role, has_password, is_closed } = person;
        PersonView { id, name, role, has_password, is_closed }
    }
}

/// How people come in, and who has.
#[derive(Debug, Serialize, ToSchema)]
pub struct Me {
    /// True where everybody enters with name and password.
    pub has_accounts: bool,
    /// Who is in; none before, and where nobody needs to.
    pub person: Option<PersonView>,
    /// What they may do; none for nobody.
    pub role: Option<Role>,
}

impl Me {
    fn of(caller: &Caller) -> Me {
        let person = match caller {
            Caller::Known(person) => Some(person.clone().into()),
            Caller::Alone(_) | Caller::Stranger => None,
        };
        Me { has_accounts: !matches!(caller, Caller::Alone(_)), person, role: caller.role() }
    }

    fn known(person: Person) -> Me {
        Me { has_accounts: true, role: Some(person.role), person: Some(person.into()) }
    }
}

/// A role with its words.
#[derive(Debug, Serialize, ToSchema)]
pub struct RoleChoice {
    /// The role.
    pub role: Role,
    /// As it is called.
    pub label: &'static str,
    /// What it may.
    pub may: &'static str,
}

/// Everybody with an account.
#[derive(Debug, Serialize, ToSchema)]
pub struct People {
    /// By name.
    pub people: Vec<PersonView>,
    /// What a person can be, who may least first; each may what the one before may too.
    pub roles: Vec<RoleChoice>,
    /// True where everybody enters with name and password.
    pub has_accounts: bool,
}

/// A new person.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPerson {
    /// As the history will call them.
    pub name: String,
    /// What they may do.
    pub role: Role,
}

/// What becomes of a person.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PersonAsked {
    /// What they may do.
    pub role: Role,
    /// True for an account that lets nobody in any more.
    pub is_closed: bool,
}

/// A person with the link by which they come in.
#[derive(Debug, Serialize, ToSchema)]
pub struct Invited {
    /// The person.
    pub person: PersonView,
    /// Its address within this program: good once.
    pub path: String,
}

/// Name and password.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Credentials {
    /// The name.
    pub name: String,
    /// The password.
    pub password: String,
}

/// An invitation that is looked at.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct InvitationAsked {
    /// What stands in its address.
    pub token: String,
}

/// Whom an invitation is for.
#[derive(Debug, Serialize, ToSchema)]
pub struct InvitationView {
    /// Their name; none for the first lead, who says it.
    pub name: Option<String>,
}

/// An invitation that is taken.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Joining {
    /// What stands in its address.
    pub token: String,
    /// The name of the first lead; anybody else has one.
    #[serde(default)]
    pub name: String,
    /// The password from now on.
    pub password: String,
}

/// Going out.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Leaving {
    /// True to end every session of the person, on any device.
    pub everywhere: bool,
}

/// A new password.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPassword {
    /// The one so far.
    pub before: String,
    /// The one from now on.
    pub password: String,
}

/// How people come in here, and who asks.
#[utoipa::path(get, path = "/api/me", operation_id = "me",
    responses((status = 200, body = Me)))]
pub(super) async fn me(Extension(caller): Extension<Caller>) -> Json<Me> {
    Json(Me::of(&caller))
}

/// Comes in with name and password.
#[utoipa::path(post, path = "/api/enter", operation_id = "enter", request_body = Credentials,
    responses((status = 200, body = Me), (status = 401, body = Problem),
        (status = 409, body = Problem), (status = 429, body = Problem)))]
pub(super) async fn enter(
    State(state): State<AppState>,
    jar: CookieJar,
    Json(asked): Json<Credentials>,
) -> Result<(CookieJar, Json<Me>), Problem> {
    if state.entry() == Entry::Alone {
        return Err(nobody_needs_to());
    }
    let person = checked(&state, asked).await?;
    let cookie = begin(&state, person.id).await?;
    Ok((jar.add(cookie), Json(Me::known(person))))
}

/// The person of a name, where the password is theirs.
async fn checked(state: &AppState, asked: Credentials) -> Result<Person, Problem> {
    let Credentials { name, password } = asked;
    let throttle = &state.throttle;
    if let Some(wait) = throttle.waits(&name, Instant::now()) {
        let says = say::wait_s(&wait.as_secs().max(1));
        let status = StatusCode::TOO_MANY_REQUESTS;
        return Err(Problem::new(status, "/problems/tries", say::too_many_tries(), says));
    }
    let of_name = name.clone();
    let known = state.reading(move |store| store.person_named(&of_name)).await?;
    let (person, kept) = match known {
        Some((person, kept)) => (Some(person), kept),
        None => (None, of_nobody().to_owned()),
    };
    let is_theirs = state.compute.short(move || fits(&password, &kept)).await?;
    match person.filter(|_| is_theirs) {
        Some(person) => {
            throttle.came_in(&name);
            Ok(person)
        }
        None => {
            throttle.failed(&name, Instant::now());
            let says = say::try_again_or_ask_a_lead();
            let status = StatusCode::UNAUTHORIZED;
            Err(Problem::new(status, "/problems/password", say::it_does_not_fit(), says))
        }
    }
}

async fn begin(state: &AppState, id: PersonId) -> Result<Cookie<'static>, Problem> {
    let token = state.writing(move |store| store.begin_session(id)).await?;
    Ok(cookie(token, SESSION_DAYS))
}

/// The cookie of a session: read by no script, sent by no other site.
fn cookie(token: String, days: i64) -> Cookie<'static> {
    Cookie::build((COOKIE, token))
        .path("/")
        .http_only(true)
        .same_site(SameSite::Lax)
        .max_age(
            std::time::Duration::from_secs(86_400 * days.unsigned_abs())
                .try_into()
                .unwrap_or_default(),
        )
        .build()
}

/// Goes out, here or everywhere.
#[utoipa::path(post, path = "/api/leave", operation_id = "leave", request_body = Leaving,
    responses((status = 204)))]
pub(super) async fn leave(
    State(state): State<AppState>,
    jar: CookieJar,
    Json(asked): Json<Leaving>,
) -> Result<(CookieJar, StatusCode), Problem> {
    if let Some(token) = jar.get(COOKIE).map(|c| c.value().to_owned()) {
        state.writing(move |store| store.end_session(&token, asked.everywhere)).await?;
    }
    Ok((jar.remove(cookie(String::new(), 0)), StatusCode::NO_CONTENT))
}

/// Whom an invitation is for.
#[utoipa::path(post, path = "/api/invitation", operation_id = "invited",
    request_body = InvitationAsked,
    responses((status = 200, body = InvitationView), (status = 409, body = Problem)))]
pub(super) async fn invited(
    State(state): State<AppState>,
    Json(asked): Json<InvitationAsked>,
) -> Result<Json<InvitationView>, Problem> {
    let person = state.reading(move |store| store.invited(&asked.token)).await?;
    Ok(Json(InvitationView { name: person.map(|p| p.name) }))
}

/// Takes an invitation and comes in.
#[utoipa::path(post, path = "/api/join", operation_id = "join", request_body = Joining,
    responses((status = 200, body = Me), (status = 409, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn join(
    State(state): State<AppState>,
    jar: CookieJar,
    Json(asked): Json<Joining>,
) -> Result<(CookieJar, Json<Me>), Problem> {
    let Joining { token, name, password } = asked;
    // Looked at first: whoever has none makes us hash nothing.
    let looked_at = token.clone();
    let whom = state.reading(move |store| store.invited(&looked_at)).await?;
    let name = match whom {
        Some(person) => person.name,
        None => named(&name)?,
    };
    let kept = kept(&state, password).await?;
    let person = state.writing(move |store| store.join(&token, &name, &kept)).await?;
    state.accounts_are_on();
    let cookie = begin(&state, person.id).await?;
    Ok((jar.add(cookie), Json(Me::known(person))))
}

/// Sets a new password of one's own; every session of the person ends but this one.
#[utoipa::path(put, path = "/api/me/password", operation_id = "setMyPassword",
    request_body = NewPassword,
    responses((status = 200, body = Me), (status = 401, body = Problem),
        (status = 409, body = Problem), (status = 422, body = Problem)))]
pub(super) async fn set_password(
    State(state): State<AppState>,
    Extension(caller): Extension<Caller>,
    jar: CookieJar,
    Json(asked): Json<NewPassword>,
) -> Result<(CookieJar, Json<Me>), Problem> {
    let Caller::Known(person) = caller else { return Err(nobody_needs_to()) };
    let credentials = Credentials { name: person.name.clone(), password: asked.before };
    let person = checked(&state, credentials).await?;
    let (id, name) = (person.id, person.name.clone());
    let kept = kept(&state, asked.password).await?;
    state
        .writing(move |store| {
            let link = store.invite(id)?;
            store.join(&link, &name, &kept)
        })
        .await?;
    let cookie = begin(&state, id).await?;
    Ok((jar.add(cookie), Json(Me::known(person))))
}

/// What is kept of a password.
async fn kept(state: &AppState, password: String) -> Result<String, Problem> {
    state.compute.short(move || hashed(&password)).await?.map_err(|e| refused(&e.to_string()))
}

fn named(name: &str) -> Result<String, Problem> {
    let name: String = name.trim().chars().filter(|c| !c.is_control()).collect();
    match name.chars().count() {
        0 => Err(refused(say::no_name())),
        1..=MOST_NAME => Ok(name),
        _ => Err(refused(&say::the_name_is_too_long(&MOST_NAME))),
    }
}

/// Everybody with an account.
#[utoipa::path(get, path = "/api/people", operation_id = "listPeople",
    responses((status = 200, body = People)))]
pub(super) async fn list(State(state): State<AppState>) -> Result<Json<People>, Problem> {
    let people = state.reading(|store| store.people()).await?;
    let roles =
        Role::ALL.map(|role| RoleChoice { role, label: role_text(role), may: may_text(role) });
    Ok(Json(People {
        people: people.into_iter().map(PersonView::from).collect(),
        roles: roles.into(),
        has_accounts: state.entry() == Entry::Accounts,
    }))
}

fn may_text(role: Role) -> &'static str {
    match role {
        Role::Apprentice => say::apprentice_may(),
        Role::Fitter => say::fitter_may(),
        Role::Planner => say::planner_may(),
        Role::Lead => say::lead_may(),
    }
}

/// Adds a person, who comes in by the link.
#[utoipa::path(post, path = "/api/people", operation_id = "addPerson", request_body = NewPerson,
    responses((status = 201, body = Invited), (status = 409, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn add(
    State(state): State<AppState>,
    By(by): By,
    Json(new): Json<NewPerson>,
) -> Result<(StatusCode, Json<Invited>), Problem> {
    if state.entry() == Entry::Alone {
        return Err(nobody_needs_to());
    }
    let name = named(&new.name)?;
    let (person, token) =
        state.writing(move |store| store.add_person(&name, new.role, &by)).await?;
    Ok((StatusCode::CREATED, Json(Invited { person: person.into(), path: join_path(&token) })))
}

/// The link by which the first lead comes in: from then on everybody enters with name and password.
#[derive(Debug, Serialize, ToSchema)]
pub struct FirstLead {
    /// Its address within this program: good once.
    pub path: String,
}

/// Turns accounts on: makes the link by which the first lead comes in.
#[utoipa::path(post, path = "/api/people/first", operation_id = "inviteFirstLead",
    responses((status = 200, body = FirstLead), (status = 409, body = Problem)))]
pub(super) async fn first(State(state): State<AppState>) -> Result<Json<FirstLead>, Problem> {
    let token = state.writing(|store| store.invite_first_lead()).await?;
    let token = token.ok_or_else(there_is_a_lead)?;
    Ok(Json(FirstLead { path: join_path(&token) }))
}

/// Gives a person another role, closes an account or opens it again. Their sessions end.
#[utoipa::path(put, path = "/api/people/{id}", operation_id = "setPerson",
    params(("id" = i64, Path)), request_body = PersonAsked,
    responses((status = 200, body = PersonView), (status = 404, body = Problem),
        (status = 409, body = Problem)))]
pub(super) async fn set(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(asked): Json<PersonAsked>,
) -> Result<Json<PersonView>, Problem> {
    let become_ = (asked.role, asked.is_closed);
    let person = state.writing(move |store| store.set_person(PersonId(id), become_, &by)).await?;
    Ok(Json(person.into()))
}

/// Makes a link by which a person sets a new password.
#[utoipa::path(post, path = "/api/people/{id}/invite", operation_id = "invitePerson",
    params(("id" = i64, Path)),
    responses((status = 200, body = Invited), (status = 404, body = Problem)))]
pub(super) async fn invite(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<Invited>, Problem> {
    let id = PersonId(id);
    let (person, token) = state
        .writing(move |store| {
            let token = store.invite(id)?;
            let person = store.people()?.into_iter().find(|p| p.id == id);
            Ok((person.ok_or(StoreError::NoPerson { id: id.0 })?, token))
        })
        .await?;
    Ok(Json(Invited { person: person.into(), path: join_path(&token) }))
}

/// The address of an invitation within the program. What opens the door stands behind the mark that no browser sends on.
pub(crate) fn join_path(token: &str) -> String {
    format!("/join#{token}")
}

fn nobody_needs_to() -> Problem {
    let says = say::nobody_needs_to_enter();
    Problem::new(StatusCode::CONFLICT, "/problems/alone", say::the_account_is_not_kept(), says)
}

fn there_is_a_lead() -> Problem {
    let says = say::there_is_a_lead();
    Problem::new(StatusCode::CONFLICT, "/problems/person", say::the_account_is_not_kept(), says)
}

fn refused(why: &str) -> Problem {
    let status = StatusCode::UNPROCESSABLE_ENTITY;
    Problem::new(status, "/problems/person", say::the_account_is_not_kept(), why)
}
