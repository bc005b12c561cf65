//! Speed against what was promised: `make bench`. Prints a table, leaves `target/bench.json`.
//!
//! Every figure is taken here and now; where a reference exists it is measured in the same run.

mod crowd;
mod family;
mod finding;
mod in_browser;
mod lighting;
mod ngspice;
mod proving;
mod routing;
mod row;
mod searching;
mod serving;
mod solving;

use anyhow::Result;
use mimalloc::MiMalloc;
use row::Row;

/// As in the program itself.
#[global_allocator]
static ALLOCATOR: MiMalloc = MiMalloc;

#[tokio::main]
async fn main() -> Result<()> {
    let mut rows: Vec<Row> = Vec::new();
    // One part alone: `bench crowd`, `bench family`, `bench page`; `bench search`, which fills a large shop for some
    // minutes and is measured only so.
    if let Some(part) = std::env::args().nth(1) {
        rows.extend(match part.as_str() {
            "crowd" => crowd().await?,
            "family" => family::rows()?,
            "search" => searching::rows()?,
            "page" => in_browser::page().await?,
            other => anyhow::bail!("no part is called {other}: crowd, family, search or page"),
        });
        row::print(&rows);
        return Ok(());
    }
    rows.push(solving::assess_unit_14()?);
    rows.extend(solving::large_trees()?);
    rows.extend(solving::against_ngspice()?);
    rows.extend(routing::rows()?);
    rows.extend(proving::unit_14()?);
    rows.extend(proving::four_thousand_states()?);
    rows.extend(finding::rows()?);
    rows.extend(family::rows()?);
    rows.extend(lighting::rows());
    rows.extend(serving::server()?);
    rows.extend(crowd().await?);
    rows.extend(in_browser::page().await?);
    row::print(&rows);
    row::write(&rows)?;
    if rows.iter().any(|r| !r.ok) {
        anyhow::bail!("a bar is not met");
    }
    Ok(())
}

/// Many people at once.
async fn crowd() -> Result<Vec<Row>> {
    let mut rows = vec![crowd::list_alone().await?, crowd::beside_two().await?];
    rows.extend(crowd::rows().await?);
    Ok(rows)
}
