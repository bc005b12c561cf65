//! Listening.

use crate::api::{self, AppState};
use anyhow::Context;
use jovek_store::Store;
use std::net::SocketAddr;

/// Serves until the program is asked to stop.
///
/// # Errors
/// The address cannot be listened on.
pub fn run(store: Store, listen: SocketAddr) -> anyhow::Result<()> {
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .worker_threads(2)
        .enable_all()
        .build()
        .context("starting the runtime")?;
    runtime.block_on(async {
        let listener = tokio::net::TcpListener::bind(listen).await.map_err(|e| match e.kind() {
            std::io::ErrorKind::AddrInUse => anyhow::anyhow!(
                "{listen} is in use by another program: stop that one, or choose another port with --listen 127.0.0.1:0"
            ),
            _ => anyhow::anyhow!("{listen} cannot be listened on: {e}"),
        })?;
        println!("Jovek listens on http://{}", listener.local_addr()?);
        axum::serve(listener, api::router(AppState::new(store)))
            .with_graceful_shutdown(stop())
            .await
            .context("serving")
    })
}

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
