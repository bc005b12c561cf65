//! The API: routes, their description, and the state behind them.

mod aside;
mod assess;
mod bays;
mod catalog;
mod diagnose;
mod fleet;
mod guard;
mod headers;
mod jobs;
mod kinds;
mod kits;
mod light;
mod live;
mod owner;
mod packet;
mod people;
mod recalls;
mod record;
mod road;
mod search;
mod series;
mod shop;
mod stock;
mod turns;
mod vehicle;
mod when;
mod work;
mod yard;

use crate::answer_parts::AnswerParts;
use crate::answered::{Answered, Kept, Of};
use crate::assets;
use crate::compute::{Compute, failed};
use crate::door::{self, Door};
use crate::live::Live;
use crate::people::{Entry, Rights, Throttle};
use crate::problem::Problem;
use axum::routing::get;
use axum::{Router, middleware};
use jovek_core::job::Job;
use jovek_phrases::refusals as say;
use jovek_store::{JobRow, READERS, Store, StoreError};
use rayon::ThreadPoolBuildError;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};
use tokio::sync::{Mutex, OnceCell, Semaphore};
use tower_http::CompressionLevel;
use tower_http::compression::CompressionLayer;
use utoipa::OpenApi;
use utoipa::openapi::RefOr;
use utoipa_axum::router::OpenApiRouter;
use utoipa_axum::routes;

pub use assess::{Assessed, NextQuestion};
pub use bays::{BaysAsked, shopfloor};
pub use catalog::Catalog;
pub use jobs::JobView;
pub use packet::packet_file;
pub(crate) use people::join_path;
pub use yard::{YardPage, YardRow};

/// What the handlers share.
#[derive(Clone)]
pub struct AppState {
    store: Arc<Store>,
    pub(crate) compute: Compute,
    answered: Answered,
    gates: Arc<Gates>,
    pub(crate) rows: Arc<yard::Rows>,
    pub(crate) turns: Arc<turns::Turns>,
    /// Filled once the rows of an earlier run were taken.
    rows_taken: Arc<OnceCell<()>>,
    /// Held by who works out rows of the yard behind, by who keeps them, by who reads changed jobs into the search.
    lister: Arc<Mutex<()>>,
    keeper: Arc<Mutex<()>>,
    pub(crate) rights: Arc<Rights>,
    pub(crate) live: Live,
    throttle: Arc<Throttle>,
    /// True where everybody enters with name and password.
    has_accounts: Arc<AtomicBool>,
    reader: Arc<Mutex<()>>,
}

impl AppState {
    /// State around a store.
    ///
    /// # Errors
    /// [`ThreadPoolBuildError`] when the system has no threads to give.
    pub fn new(store: Store) -> Result<Self, ThreadPoolBuildError> {
        let (_, described) = described().split_for_parts();
        Ok(AppState {
            rights: Arc::new(Rights::of(&described)),
            throttle: Arc::default(),
            live: Live::default(),
            has_accounts: Arc::default(),
            store: Arc::new(store),
            compute: Compute::new()?,
            answered: Answered::default(),
            gates: Arc::new(Gates {
                readers: Semaphore::new(READERS),
                writers: Semaphore::new(WRITERS),
            }),
            rows: Arc::default(),
            turns: Arc::default(),
            rows_taken: Arc::default(),
            lister: Arc::default(),
            keeper: Arc::default(),
            reader: Arc::default(),
        })
    }

    /// Lets nobody in without an account, where that is demanded or somebody has one.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn demand_accounts(&self, always: bool) -> Result<Entry, StoreError> {
        let has_accounts = always || self.store.has_people()?;
        self.has_accounts.store(has_accounts, Ordering::SeqCst);
        Ok(self.entry())
    }

    /// How people come in.
    pub(crate) fn entry(&self) -> Entry {
        match self.has_accounts.load(Ordering::SeqCst) {
            true => Entry::Accounts,
            false => Entry::Alone,
        }
    }

    /// Somebody has an account: from now on everybody needs one.
    fn accounts_are_on(&self) {
        self.has_accounts.store(true, Ordering::SeqCst);
    }

    /// The answers to a job that was sent as a text.
    pub(crate) async fn answers(
        &self,
        text: &str,
        job: impl FnOnce() -> Result<Job, Problem>,
    ) -> Result<Kept, Problem> {
        self.answered.to(Of::text(text), job, &self.compute).await
    }

    /// What a page draws first of the answers to a text, with one circuit.
    pub(crate) async fn first_answers(
        &self,
        text: &str,
        circuit: String,
    ) -> Result<AnswerParts, Problem> {
        self.answered.first(text, circuit, || assess::read(text), &self.compute).await
    }

    /// The answers to a revision.
    pub(crate) async fn answers_of(&self, row: &JobRow) -> Result<Kept, Problem> {
        self.answered.to(Of::revision(row), || Ok(row.job.clone()), &self.compute).await
    }

    /// Keeps the answers to a revision that are known already.
    pub(crate) fn keep(&self, row: &JobRow, answers: &Kept) {
        self.answered.keep(Of::revision(row), answers.clone());
    }

    /// What is known of a revision already.
    pub(crate) fn known(&self, job: i64, rev: i64) -> Option<Kept> {
        self.answered.known(job, rev)
    }

    /// Reads the store, beside whoever writes. Nothing is computed there: who computes does it before or after.
    pub(crate) async fn reading<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Store) -> Result<T, StoreError> + Send + 'static,
    ) -> Result<T, Problem> {
        self.at_store(&self.gates.readers, work).await
    }

    /// Writes to the store. Who waits for another one to have written takes no thread meanwhile.
    pub(crate) async fn writing<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Store) -> Result<T, StoreError> + Send + 'static,
    ) -> Result<T, Problem> {
        self.at_store(&self.gates.writers, work).await
    }

    async fn at_store<T: Send + 'static>(
        &self,
        gate: &Semaphore,
        work: impl FnOnce(&Store) -> Result<T, StoreError> + Send + 'static,
    ) -> Result<T, Problem> {
        let _turn = gate.acquire().await.map_err(|e| failed(&e.to_string()))?;
        let store = Arc::clone(&self.store);
        match tokio::task::spawn_blocking(move || work(&store)).await {
            Ok(result) => result.map_err(Problem::from),
            Err(e) => Err(failed(&e.to_string())),
        }
    }
}

/// Turns at the store.
#[derive(Debug)]
struct Gates {
    readers: Semaphore,
    writers: Semaphore,
}

/// Writes under way at once: one at the file, one that is made ready.
pub(crate) const WRITERS: usize = 2;

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Jovek",
        description = "Plans, proves and records added lights on vehicles.",
        license(name = "MIT", identifier = "MIT")
    ),
    components(schemas(jovek_core::export::Format, yard::YardSort, series::SeriesList))
)]
struct Description;

fn described() -> OpenApiRouter<AppState> {
    OpenApiRouter::with_openapi(Description::openapi())
        .routes(routes!(yard::list, jobs::create))
        .routes(routes!(kinds::add_work))
        .routes(routes!(jobs::get, jobs::save, aside::delete))
        .routes(routes!(aside::put_aside))
        .routes(routes!(aside::bring_back))
        .routes(routes!(aside::stored))
        .routes(routes!(jobs::undo))
        .routes(routes!(jobs::redo))
        .routes(routes!(jobs::read))
        .routes(routes!(jobs::export))
        .routes(routes!(jobs::revisions))
        .routes(routes!(shop::get, shop::set))
        .routes(routes!(kits::list, kits::add))
        .routes(routes!(kits::view))
        .routes(routes!(kits::sisters))
        .routes(routes!(kits::effects))
        .routes(routes!(bays::workshop, bays::set_workshop))
        .routes(routes!(series::view))
        .routes(routes!(series::parts))
        .routes(routes!(series::csv))
        .routes(routes!(series::keep))
        .routes(routes!(kits::lay))
        .routes(routes!(kits::issue))
        .routes(routes!(kits::set_points))
        .routes(routes!(kits::take))
        .routes(routes!(kits::say_why))
        .routes(routes!(fleet::list, fleet::add))
        .routes(routes!(fleet::life, fleet::change, fleet::forget))
        .routes(routes!(fleet::read))
        .routes(routes!(fleet::take))
        .routes(routes!(fleet::csv))
        .routes(routes!(search::search))
        .routes(routes!(recalls::list, recalls::add))
        .routes(routes!(recalls::view))
        .routes(routes!(recalls::mark))
        .routes(routes!(live::live))
        .routes(routes!(people::me))
        .routes(routes!(people::set_password))
        .routes(routes!(people::enter))
        .routes(routes!(people::leave))
        .routes(routes!(people::invited))
        .routes(routes!(people::join))
        .routes(routes!(people::list, people::add))
        .routes(routes!(people::first))
        .routes(routes!(people::set))
        .routes(routes!(people::invite))
        .routes(routes!(stock::get, stock::take, stock::clear))
        .routes(routes!(stock::read))
        .routes(routes!(stock::csv))
        .routes(routes!(stock::estimate))
        .routes(routes!(stock::sizes))
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
        .routes(routes!(owner::link, owner::renew, owner::withdraw))
        .routes(routes!(packet::packet_pages))
        .routes(routes!(packet::packet_pdf))
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
pub fn router(state: AppState, door: Door) -> Router {
    let (api, _) = described().split_for_parts();
    // Answers are packed quickly, they are asked for at every key; the app's own files well, they are kept.
    let quickly = CompressionLayer::new().quality(CompressionLevel::Fastest);
    let files = Router::new().fallback(assets::serve).layer(CompressionLayer::new());
    api.layer(middleware::from_fn_with_state(state.clone(), guard::guard))
        .route("/owner/{token}", get(owner::page))
        .layer(quickly)
        .with_state(state)
        .fallback_service(files)
        .layer(middleware::from_fn_with_state(door, door::guard))
}

/// Refusals are problems: their type is said where the schema is.
fn with_problem_type(mut api: utoipa::openapi::OpenApi) -> utoipa::openapi::OpenApi {
    let operations = api.paths.paths.values_mut().flat_map(|item| {
        [&mut item.get, &mut item.post, &mut item.put, &mut item.delete].into_iter().flatten()
    });
    for response in operations.flat_map(|o| o.responses.responses.values_mut()) {
        let RefOr::T(response) = response else { continue };
        let is_problem = response.content.get("application/json").is_some_and(|content| {
            matches!(&content.schema, Some(RefOr::Ref(r)) if r.ref_location.ends_with("/Problem"))
        });
        if is_problem && let Some(content) = response.content.shift_remove("application/json") {
            response.content.insert("application/problem+json".into(), content);
        }
    }
    api
}

/// The OpenAPI description as JSON.
pub fn openapi_text() -> String {
    let (_, api) = described().split_for_parts();
    let api = with_problem_type(api);
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
        let title = say::jovek_job_format(&jovek_core::job::FORMAT_VERSION);
        root.insert("title".into(), title.into());
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
