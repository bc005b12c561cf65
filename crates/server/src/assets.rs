//! The web app, shipped inside the program.

use crate::problem::Problem;
use axum::extract::Request;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use jovek_phrases::refusals as say;
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct WebFiles;

/// Serves a file of the app; any other path gets the app itself, which knows its own pages.
pub async fn serve(request: Request) -> Response {
    let path = request.uri().path().trim_start_matches('/');
    if path == "api" || path.starts_with("api/") {
        let what = say::the_api_has_no(&request.uri().path());
        return Problem::new(StatusCode::NOT_FOUND, "/problems/not-found", say::not_found(), what)
            .into_response();
    }
    let (name, file) = match WebFiles::get(path) {
        Some(file) if !path.is_empty() => (path, Some(file)),
        _ => ("index.html", WebFiles::get("index.html")),
    };
    let Some(file) = file else {
        return (StatusCode::NOT_FOUND, say::the_web_app_was_not_built()).into_response();
    };
    let kind = mime_guess::from_path(name).first_or_octet_stream();
    // Names under assets/ carry a hash of their content.
    let keep = if name.starts_with("assets/") {
        "public, max-age=31536000, immutable"
    } else {
        "no-cache"
    };
    ([(header::CONTENT_TYPE, kind.as_ref()), (header::CACHE_CONTROL, keep)], file.data)
        .into_response()
}
