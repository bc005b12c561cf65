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
    // `bench crowd`: the crowd alone.
    if std::env::args().nth(1).as_deref() == Some("crowd") {
        rows.push(crowd::list_alone().await?);
        rows.push(crowd::beside_two().await?);
        rows.extend(crowd::rows().await?);
        row::print(&rows);
        return Ok(());
    }
    // `bench family`: the growth alone.
    if std::env::args().nth(1).as_deref() == Some("family") {
        rows.extend(family::rows()?);
        row::print(&rows);
        return Ok(());
    }
    // `bench page`: the page alone.
    if std::env::args().nth(1).as_deref() == Some("page") {
        rows.extend(in_browser::page().await?);
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
    rows.push(crowd::list_alone().await?);
    rows.push(crowd::beside_two().await?);
    rows.extend(crowd::rows().await?);
    rows.extend(in_browser::page().await?);
    row::print(&rows);
    row::write(&rows)?;
    if rows.iter().any(|r| !r.ok) {
        anyhow::bail!("a bar is not met");
    }
    Ok(())
}
