//! The real page in a real browser: the whole job by clicks and by keys, and what must not go wrong.

mod accessible;
mod aiming;
mod bad_input;
mod by_clicks;
mod by_keys;
mod by_touch;
mod every_screen;
mod fault_and_sign;
mod feed_and_shop;
mod fit_in_order;
mod gloves;
mod held_and_lit;
mod housings;
mod kinds_of_work;
mod kits;
mod live;
mod offline_day;
mod own_units;
mod people;
mod proof_pages;
mod run_along_skeleton;
mod saving;
mod strip_and_sheet;
mod trailers;
mod try_and_prove;
mod vehicles;
mod where_else;

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Server, Size};

/// The demo world with a page on it.
async fn demo(size: Size) -> Result<(Server, Page)> {
    let server = Server::demo()?;
    let page = Page::open(&server.url, size).await?;
    page.says("Halt Lane").await?;
    Ok((server, page))
}

/// Nothing that axe-core calls serious or critical.
async fn no_serious(page: &Page, at: &str) -> Result<()> {
    let found = page.axe().await?;
    let grave: Vec<_> =
        found.iter().filter(|v| v.impact == "serious" || v.impact == "critical").collect();
    ensure!(grave.is_empty(), "{at}: {grave:?}");
    Ok(())
}

/// Lays the job's wires by sections again, as they were measured one by one.
async fn by_sections(page: &Page) -> Result<()> {
    page.press("Back to sections measured one by one").await?;
    page.says("To the lamps").await?;
    page.saved().await
}

/// Opens a signed job of the demo again, with a reason.
async fn opened_again(page: &Page, job: u32) -> Result<()> {
    page.go(&format!("/jobs/{job}/sign")).await?;
    page.fill("Reason for reopening it", "a test").await?;
    page.press("Open a new revision").await?;
    page.says("Not signed.").await?;
    page.saved().await
}
