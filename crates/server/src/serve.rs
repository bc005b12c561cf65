//! Listening.

use crate::api::{self, AppState};
use crate::backups::Backups;
use crate::door::Door;
use crate::listen::Bounded;
use crate::people::Entry;
use crate::program;
use anyhow::Context;
use jovek_phrases::people as say_people;
use jovek_phrases::program as say_program;
use jovek_phrases::refusals as say;
use jovek_store::{INVITATION_DAYS, Store};
use std::net::SocketAddr;

/// Serves until the program is asked to stop. The store is opened once the address is ours: a port in use makes no file.
///
/// # Errors
/// The address cannot be listened on.
pub fn run(
    open: impl FnOnce() -> anyhow::Result<Store>,
    listen: SocketAddr,
    door: Door,
    with_accounts: bool,
    backups: Option<Backups>,
) -> anyhow::Result<()> {
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .worker_threads(2)
        // Each keeps memory of its own.
        .max_blocking_threads(MOST_BLOCKING)
        .thread_keep_alive(std::time::Duration::from_secs(5))
        .enable_all()
        .build()
        .context("starting the runtime")?;
    let done = runtime.block_on(async {
        let listener = tokio::net::TcpListener::bind(listen).await.map_err(|e| match e.kind() {
            std::io::ErrorKind::AddrInUse => anyhow::anyhow!(
                "{listen} is in use by another program: stop that one, or choose another port with --listen 127.0.0.1:0"
            ),
            _ => anyhow::anyhow!("{listen} cannot be listened on: {e}"),
        })?;
        let store = open()?;
        store.purge(jiff::Timestamp::now())?;
        store.derived_by(&program::name())?;
        let url = format!("http://{}", listener.local_addr()?);
        println!("{}", say::jovek_listens_on(&url));
        let is_reached_from_elsewhere = !listener.local_addr()?.ip().is_loopback();
        let first = match with_accounts || is_reached_from_elsewhere {
            true => store.invite_first_lead()?,
            false => None,
        };
        let state = AppState::new(store).context("starting the threads")?;
        if state.demand_accounts(with_accounts || is_reached_from_elsewhere)? == Entry::Accounts {
            println!("{}", say_people::accounts_are_on());
        }
        if let Some(token) = first {
            let link = format!("{url}{}", api::join_path(&token));
            println!("{}", say_people::first_lead_comes_in_by(&link, &INVITATION_DAYS));
        }
        if let Some(backups) = backups {
            println!("{}", say_program::backups_go_into(&backups.folder.display(), &backups.every_h));
            tokio::spawn(backups.keep(state.clone()));
        }
        let served = axum::serve(Bounded::new(listener), api::router(state, door))
            .with_graceful_shutdown(stop());
        // Who is being answered is answered; a long computation is not waited for.
        tokio::select! {
            served = async { served.await } => served.context("serving"),
            () = async { stop().await; tokio::time::sleep(MOST_STOPPING).await } => Ok(()),
        }
    });
    runtime.shutdown_timeout(MOST_STOPPING);
    done
}

/// Threads for the store: its readers, its writers, and one for whatever else may block.
const MOST_BLOCKING: usize = jovek_store::READERS + api::WRITERS + 1;

/// How long a stop waits for answers on their way, and then for computations.
const MOST_STOPPING: std::time::Duration = std::time::Duration::from_secs(2);

async fn stop() {
    let terminate = async {
        match tokio::signal::unix::signal(tokio::signal::unix::SignalKind::terminate()) {
            Ok(mut signal) => {
                signal.recv().await;
            }
            Err(_) => std::future::pending().await,
        }
    };
    tokio::select! {
        _ = tokio::signal::ctrl_c() => {}
        () = terminate => {}
    }
}
