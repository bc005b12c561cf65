//! The web app, shipped inside the program.

use crate::problem::Problem;
use axum::extract::Request;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct WebFiles;

/// Serves a file of the app; any other path gets the app itself, which knows its own pages.
pub async fn serve(request: Request) -> Response {
    let path = request.uri().path().trim_start_matches('/');
    if path == "api" || path.starts_with("api/") {
        let what =
            format!("The API has no {}; /api/jobs is where it begins.", request.uri().path());
        return Problem::new(StatusCode::NOT_FOUND, "/problems/not-found", "Not found", what)
            .into_response();
    }
    let (name, file) = match WebFiles::get(path) {
        Some(file) if !path.is_empty() => (path, Some(file)),
        _ => ("index.html", WebFiles::get("index.html")),
    };
    let Some(file) = file else {
        return (
            StatusCode::NOT_FOUND,
            "The web app was not built into this program: run make build.",
        )
            .into_response();
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
