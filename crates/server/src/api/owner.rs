//! The owner's page: read by whoever has its link, which is made, renewed and taken back here.

use super::AppState;
use super::headers::By;
use crate::extract::{Json, Path};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{Html, IntoResponse, Response};
use jiff::Timestamp;
use jovek_core::owner;
use jovek_core::record::as_built;
use serde::Serialize;
use utoipa::ToSchema;

/// The link of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct OwnerLink {
    /// Its address within this program.
    pub path: String,
    /// When it was made.
    pub made_at: String,
    /// Who made it.
    pub made_by: String,
    /// Until when it is good.
    pub until: String,
}

/// Where the owner's page of a job is.
#[derive(Debug, Serialize, ToSchema)]
pub struct OwnerLinkView {
    /// None where none was made, it was taken back, or its time is over.
    pub link: Option<OwnerLink>,
}

impl From<Option<jovek_store::OwnerLink>> for OwnerLinkView {
    fn from(link: Option<jovek_store::OwnerLink>) -> Self {
        let of = |link: jovek_store::OwnerLink| OwnerLink {
            path: path_of(&link.token),
            made_at: link.made_at,
            made_by: link.made_by,
            until: link.until,
        };
        OwnerLinkView { link: link.map(of) }
    }
}

/// The address of a link within the program.
pub(super) fn path_of(token: &str) -> String {
    format!("/owner/{token}")
}

/// The link of a job.
#[utoipa::path(get, path = "/api/jobs/{id}/owner-link", operation_id = "ownerLink",
    params(("id" = i64, Path)),
    responses((status = 200, body = OwnerLinkView), (status = 404, body = Problem)))]
pub(super) async fn link(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<OwnerLinkView>, Problem> {
    let link = state.reading(move |store| store.owner_link(id)).await?;
    Ok(Json(link.into()))
}

/// Makes a new link: the one before leads nowhere from then on.
#[utoipa::path(post, path = "/api/jobs/{id}/owner-link", operation_id = "newOwnerLink",
    params(("id" = i64, Path)),
    responses((status = 200, body = OwnerLinkView), (status = 404, body = Problem)))]
pub(super) async fn renew(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<Json<OwnerLinkView>, Problem> {
    let link = state.writing(move |store| store.new_owner_link(id, &by)).await?;
    Ok(Json(Some(link).into()))
}

/// Takes the link back.
#[utoipa::path(delete, path = "/api/jobs/{id}/owner-link", operation_id = "withdrawOwnerLink",
    params(("id" = i64, Path)),
    responses((status = 200, body = OwnerLinkView), (status = 404, body = Problem)))]
pub(super) async fn withdraw(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<Json<OwnerLinkView>, Problem> {
    state.writing(move |store| store.withdraw_owner_link(id, &by)).await?;
    Ok(Json(None.into()))
}

/// The page that a link leads to. No part of the API: it is read without a session, and without script.
pub(super) async fn page(
    State(state): State<AppState>,
    Path(token): Path<String>,
) -> Result<Response, Problem> {
    let job = state
        .reading(move |store| match store.job_of_owner(&token)? {
            Some(id) => Ok(Some(store.get(id)?.job)),
            None => Ok(None),
        })
        .await?;
    // What is kept of it is asked for again: it may have been taken back.
    let heads = [(header::CACHE_CONTROL, "no-store")];
    let Some(job) = job else {
        return Ok((StatusCode::NOT_FOUND, heads, Html(owner::closed())).into_response());
    };
    let html = state.compute.short(move || owner::page(&as_built(&job, Timestamp::now()))).await?;
    Ok((heads, Html(html)).into_response())
}
