//! The page: from a key press to new figures, and the size of the script.

use crate::row::Row;
use anyhow::{Context, Result};
use jovek_e2e::{Page, Server, Size};
use thirtyfour::{Key, TypingData};

const PRESSES: usize = 21;

/// Notes when a key goes down and when the volt line next says something else and is painted.
const WATCH: &str = "
    window.presses = [];
    let down;
    const line = () => document.querySelector('svg[role=group]').getAttribute('aria-label');
    let said = line();
    document.addEventListener('keydown', () => { down = performance.now(); }, true);
    new MutationObserver(() => {
        if (down === undefined || line() === said) return;
        said = line();
        const from = down;
        down = undefined;
        requestAnimationFrame(() => {
            const after = new MessageChannel();
            after.port1.onmessage = () => window.presses.push(performance.now() - from);
            after.port2.postMessage(0);
        });
    }).observe(document.body, { subtree: true, attributes: true, childList: true });";

/// Key press to figures, and script over the wire.
pub async fn page() -> Result<Vec<Row>> {
    let server = Server::demo()?;
    let page = Page::open(&server.url, Size::Desk).await?;
    page.says("Halt Lane").await?;
    let bytes = page
        .script(
            "return performance.getEntriesByType('resource')
                .filter((r) => r.initiatorType === 'script' || r.name.endsWith('.js'))
                .reduce((sum, r) => sum + r.encodedBodySize, 0)",
            vec![],
        )
        .await?
        .as_f64()
        .context("no size")?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    page.field("Frame rail, inside, length").await?.click().await?;
    page.script(WATCH, vec![]).await?;
    page.keys(TypingData::from("") + Key::Home).await?;
    for press in 0..PRESSES {
        // 4.5 m becomes 14.5 m, another wire throughout, and back again.
        let key = match press % 2 {
            0 => TypingData::from("1"),
            _ => TypingData::from("") + Key::Backspace,
        };
        page.keys(key).await?;
        page.until("new figures", || async {
            let seen = page.script("return window.presses.length", vec![]).await?;
            Ok(seen.as_u64() > Some(press as u64))
        })
        .await?;
    }
    let mut times: Vec<f64> =
        serde_json::from_value(page.script("return window.presses", vec![]).await?)?;
    times.sort_by(f64::total_cmp);
    let median = times[times.len() / 2];
    page.close().await?;
    Ok(vec![
        Row::below("key press to new figures painted, median", median, "ms", 100.0),
        Row::below("script on first load, compressed", bytes / 1000.0, "kB", 300.0),
    ])
}
