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
    let glow = key_to_glow_ms(&page).await?;
    page.close().await?;
    Ok(vec![
        Row::below("key press to new figures painted, median", median, "ms", 100.0),
        Row::below("Try: key press to painted glow, median", glow, "ms", 50.0),
        Row::below("script on first load, compressed", bytes / 1000.0, "kB", 300.0),
    ])
}

/// Notes when a key goes down and when a lamp of the picture next burns otherwise and is painted.
const WATCH_LAMP: &str = "
    window.presses = [];
    let down;
    const lamp = () => document.querySelector('[data-lamp]')?.dataset.level;
    let burnt = lamp();
    document.addEventListener('keydown', () => { down = performance.now(); }, true);
    new MutationObserver(() => {
        if (down === undefined || lamp() === burnt) return;
        burnt = lamp();
        const from = down;
        down = undefined;
        requestAnimationFrame(() => {
            const after = new MessageChannel();
            after.port1.onmessage = () => window.presses.push(performance.now() - from);
            after.port2.postMessage(0);
        });
    }).observe(document.body, { subtree: true, attributes: true, childList: true });";

/// A switch turned by key until its lamp glows, ms: the median over states that the page has not
/// asked for before.
async fn key_to_glow_ms(page: &Page) -> Result<f64> {
    page.go("/jobs/1/try").await?;
    page.says("everything off").await?;
    page.tab_to("press", "rear work switch").await?;
    page.script(WATCH_LAMP, vec![]).await?;
    for (press, other) in ["", "switch.beacons", "switch.alley", "parking"].iter().enumerate() {
        if !other.is_empty() {
            // Another lamp comes on first: what follows is a new state again.
            let turn = "document.querySelector(`[data-input=\"${arguments[0]}\"]`).click()";
            page.script(turn, vec![(*other).into()]).await?;
            page.until("the other lamp", || async {
                let on =
                    "return document.querySelector(`[data-input=\"${arguments[0]}\"]`).ariaChecked";
                Ok(page.script(on, vec![(*other).into()]).await?.as_str() == Some("true"))
            })
            .await?;
        }
        page.keys(" ").await?;
        page.until("the lamp", || async {
            let seen = page.script("return window.presses.length", vec![]).await?;
            Ok(seen.as_u64() > Some(press as u64))
        })
        .await?;
    }
    let mut times: Vec<f64> =
        serde_json::from_value(page.script("return window.presses", vec![]).await?)?;
    times.sort_by(f64::total_cmp);
    Ok(times[times.len() / 2])
}
