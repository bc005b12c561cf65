//! The API: routes, their description, and the state behind them.

mod assess;
mod bays;
mod catalog;
mod diagnose;
mod headers;
mod jobs;
mod light;
mod record;
mod road;
mod shop;
mod stock;
mod vehicle;
mod when;
mod work;
mod yard;

use crate::assets;
use crate::problem::Problem;
use axum::Router;
use axum::http::StatusCode;
use jovek_store::{Store, StoreError};
use std::sync::{Arc, Mutex};
use tower_http::CompressionLevel;
use tower_http::compression::CompressionLayer;
use utoipa::OpenApi;
use utoipa_axum::router::OpenApiRouter;
use utoipa_axum::routes;

pub use assess::{Assessed, NextQuestion};
pub use bays::{BaysAsked, shopfloor};
pub use catalog::Catalog;
pub use jobs::JobView;
pub use record::packet_file;
pub use yard::YardRow;

/// What the handlers share.
#[derive(Clone)]
pub struct AppState {
    store: Arc<Mutex<Store>>,
}

impl AppState {
    /// State around a store.
    pub fn new(store: Store) -> Self {
        AppState { store: Arc::new(Mutex::new(store)) }
    }

    /// Runs something on the store, off the async threads.
    pub(crate) async fn with_store<T: Send + 'static>(
        &self,
        work: impl FnOnce(&mut Store) -> Result<T, StoreError> + Send + 'static,
    ) -> Result<T, Problem> {
        let store = Arc::clone(&self.store);
        let done = tokio::task::spawn_blocking(move || {
            // A panic elsewhere leaves the store sound: each write is one transaction.
            let mut store = store.lock().unwrap_or_else(|e| e.into_inner());
            work(&mut store)
        })
        .await;
        match done {
            Ok(result) => result.map_err(Problem::from),
            Err(e) => Err(Problem::new(
                StatusCode::INTERNAL_SERVER_ERROR,
                "/problems/internal",
                "The program failed",
                e.to_string(),
            )),
        }
    }
}

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Jovek",
        description = "Plans, proves and records added lights on vehicles.",
        license(name = "MIT", identifier = "MIT")
    ),
    components(schemas(jovek_core::export::Format))
)]
struct Description;

fn described() -> OpenApiRouter<AppState> {
    OpenApiRouter::with_openapi(Description::openapi())
        .routes(routes!(yard::list, jobs::create))
        .routes(routes!(jobs::get, jobs::save))
        .routes(routes!(jobs::undo))
        .routes(routes!(jobs::redo))
        .routes(routes!(jobs::read))
        .routes(routes!(jobs::export))
        .routes(routes!(jobs::revisions))
        .routes(routes!(shop::get, shop::set))
        .routes(routes!(stock::get, stock::take, stock::clear))
        .routes(routes!(stock::read))
        .routes(routes!(stock::csv))
        .routes(routes!(stock::estimate))
        .routes(routes!(bays::bays))
        .routes(routes!(bays::bays_ics))
        .routes(routes!(work::order))
        .routes(routes!(work::mark))
        .routes(routes!(diagnose::find))
        .routes(routes!(diagnose::practise))
        .routes(routes!(diagnose::read_log))
        .routes(routes!(diagnose::keep_log))
        .routes(routes!(diagnose::ask_device))
        .routes(routes!(light::shine))
        .routes(routes!(light::read_ies))
        .routes(routes!(light::read_lux))
        .routes(routes!(road::rules))
        .routes(routes!(road::swaps))
        .routes(routes!(road::trailer))
        .routes(routes!(road::build_trailer))
        .routes(routes!(record::built))
        .routes(routes!(record::sign))
        .routes(routes!(record::open))
        .routes(routes!(record::visit))
        .routes(routes!(record::history))
        .routes(routes!(record::verify))
        .routes(routes!(record::packet_pages))
        .routes(routes!(record::packet_pdf))
        .routes(routes!(record::add_picture, record::pictures))
        .routes(routes!(record::picture))
        .routes(routes!(vehicle::try_state))
        .routes(routes!(vehicle::draw_diagram))
        .routes(routes!(vehicle::cost_of_way))
        .routes(routes!(vehicle::lay_flat))
        .routes(routes!(vehicle::prove_job))
        .routes(routes!(vehicle::budget_job))
        .routes(routes!(assess::assess_job))
        .routes(routes!(assess::next_question))
        .routes(routes!(catalog::catalog))
}

/// The whole service: API and app.
pub fn router(state: AppState) -> Router {
    let (api, _) = described().split_for_parts();
    // Answers are packed quickly, they are asked for at every key; the app's own files well, they are kept.
    let quickly = CompressionLayer::new().quality(CompressionLevel::Fastest);
    let files = Router::new().fallback(assets::serve).layer(CompressionLayer::new());
    api.layer(quickly).with_state(state).fallback_service(files)
}

/// The OpenAPI description as JSON.
pub fn openapi_text() -> String {
    let (_, api) = described().split_for_parts();
    api.to_pretty_json().unwrap_or_default() + "\n"
}

/// The JSON Schema of the job file: the job's part of the API description, standing alone.
pub fn job_schema_text() -> String {
    let (_, api) = described().split_for_parts();
    let text = serde_json::to_string(&api).unwrap_or_default();
    let mut all: serde_json::Value =
        serde_json::from_str(&text.replace("#/components/schemas/", "#/$defs/"))
            .unwrap_or_default();
    let schemas = all["components"]["schemas"].take();
    let mut wanted = vec!["Job".to_owned()];
    let mut defs = serde_json::Map::new();
    while let Some(name) = wanted.pop() {
        if defs.contains_key(&name) || name == "Job" && defs.contains_key("Job") {
            continue;
        }
        let schema = schemas[&name].clone();
        collect_references(&schema, &mut wanted);
        defs.insert(name, schema);
    }
    let mut root = defs.remove("Job").unwrap_or_default();
    defs.sort_keys();
    if let Some(root) = root.as_object_mut() {
        root.insert("$schema".into(), "https://json-schema.org/draft/2020-12/schema".into());
        root.insert("title".into(), "Jovek job, format 1".into());
        root.insert("$defs".into(), defs.into());
    }
    serde_json::to_string_pretty(&root).unwrap_or_default() + "\n"
}

fn collect_references(value: &serde_json::Value, out: &mut Vec<String>) {
    match value {
        serde_json::Value::Object(map) => {
            for (key, inner) in map {
                match inner.as_str().and_then(|s| s.strip_prefix("#/$defs/")) {
                    Some(name) if key == "$ref" => out.push(name.to_owned()),
                    _ => collect_references(inner, out),
                }
            }
        }
        serde_json::Value::Array(list) => list.iter().for_each(|v| collect_references(v, out)),
        _ => {}
    }
}
