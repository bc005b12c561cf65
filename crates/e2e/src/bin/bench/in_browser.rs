//! The page: from a key press to new figures, the first paint, and the size of the script, by the browser's own timings.

use crate::row::Row;
use anyhow::{Context, Result};
use jovek_e2e::{Page, Server, Size};
use thirtyfour::{Key, TypingData};

const PRESSES: usize = 21;

/// A script that notes when a key goes down, or a finger, and when what `seen` reads from the page is next
/// another and painted.
fn watch(seen: &str) -> String {
    format!(
        "window.presses = [];
        let down;
        const seen = () => {seen};
        let was = seen();
        const begin = () => {{ down = performance.now(); }};
        document.addEventListener('keydown', begin, true);
        document.addEventListener('click', begin, true);
        new MutationObserver(() => {{
            if (down === undefined || seen() === was) return;
            was = seen();
            const from = down;
            down = undefined;
            requestAnimationFrame(() => {{
                const after = new MessageChannel();
                after.port1.onmessage = () => window.presses.push(performance.now() - from);
                after.port2.postMessage(0);
            }});
        }}).observe(document.body, {{ subtree: true, attributes: true, childList: true }});"
    )
}

/// Times noted so far, shortest first, ms.
async fn times_ms(page: &Page) -> Result<Vec<f64>> {
    let mut times: Vec<f64> =
        serde_json::from_value(page.script("return window.presses", vec![]).await?)?;
    times.sort_by(f64::total_cmp);
    Ok(times)
}

/// Waits until so many times are noted.
async fn noted(page: &Page, count: usize) -> Result<()> {
    page.until("the answer", || async {
        let seen = page.script("return window.presses.length", vec![]).await?;
        Ok(seen.as_u64() >= Some(count as u64))
    })
    .await
}

/// Key press to figures, and script over the wire.
pub async fn page() -> Result<Vec<Row>> {
    let server = Server::demo()?;
    let page = Page::open(&server.url, Size::Desk).await?;
    page.says("Halt Lane").await?;
    let yard_kb = scripts_kb(&page).await?;
    let yard_paint = first_paint_ms(&page).await?;
    let fresh = Page::open(&server.url, Size::Desk).await?;
    fresh.go("/jobs/1/run").await?;
    fresh.saved().await?;
    let sheet_paint = first_paint_ms(&fresh).await?;
    fresh.close().await?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    // By its sections, measured one by one: what is typed there moves every figure.
    page.press("Back to sections measured one by one").await?;
    let median = length_to_figures_ms(&page).await?;
    let glow = key_to_glow_ms(&page).await?;
    let touch = touch_to_glow_ms(&page).await?;
    let tilt = tilt_to_light_ms(&page).await?;
    let many = key_at_twenty_ms(&server, &page).await?;
    page.close().await?;
    Ok(vec![
        Row::below("key press to new figures painted, median", median, "ms", 100.0),
        Row::below("Try: key press to painted glow, median", glow, "ms", 50.0),
        Row::below("Aim: a lamp's tilt to redrawn light, median", tilt, "ms", 50.0),
        Row::below("Try: a touch out of nothing to glow, worst of 8", touch, "ms", 50.0),
        Row::below("key press to new figures painted, 20 circuits, median", many, "ms", 50.0),
        Row::below("first paint of the yard, nothing kept", yard_paint, "ms", 1000.0),
        Row::below("first paint of a job, nothing kept", sheet_paint, "ms", 1000.0),
        Row::below("script of the yard's first load, compressed", yard_kb, "kB", 140.0),
    ])
}

/// Script that the page has fetched so far as it came over the wire, kB: not what is fetched to be kept for later.
async fn scripts_kb(page: &Page) -> Result<f64> {
    let sum =
        "const first = performance.getEntriesByType('navigation')[0].loadEventEnd || Infinity;
        return performance.getEntriesByType('resource')
            .filter((r) => r.name.endsWith('.js') && r.startTime < first)
            .reduce((sum, r) => sum + r.encodedBodySize, 0)";
    let bytes = page.script(sum, vec![]).await?.as_f64().context("no size")?;
    Ok(bytes / 1000.0)
}

/// When the browser first painted words or a picture, ms.
async fn first_paint_ms(page: &Page) -> Result<f64> {
    let paint =
        "return performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? null";
    page.script(paint, vec![]).await?.as_f64().context("nothing was painted")
}

/// The circuits of unit 14 five times over, by their sections: a key in a length until the figures are painted, ms,
/// the median.
async fn key_at_twenty_ms(server: &Server, page: &Page) -> Result<f64> {
    let job = crate::family::member(20)?;
    let file = serde_json::json!({ "file": job.write() });
    let client = reqwest::Client::new();
    let made = client.post(server.at("/api/jobs")).json(&file).send().await?;
    let made: serde_json::Value = made.error_for_status()?.json().await?;
    page.go(&format!("/jobs/{}/run", made["id"])).await?;
    page.saved().await?;
    length_to_figures_ms(page).await
}

/// A figure typed into a length on the open page until the figures are painted, ms: the median.
async fn length_to_figures_ms(page: &Page) -> Result<f64> {
    page.field("Frame rail, inside, length").await?.click().await?;
    let line = "document.querySelector('svg[role=group]').getAttribute('aria-label')";
    page.script(&watch(line), vec![]).await?;
    page.keys(TypingData::from("") + Key::Home).await?;
    for press in 0..PRESSES {
        // 4.5 m becomes 14.5 m, another wire throughout, and back again.
        let key = match press % 2 {
            0 => TypingData::from("1"),
            _ => TypingData::from("") + Key::Backspace,
        };
        page.keys(key).await?;
        noted(page, press + 1).await?;
    }
    let times = times_ms(page).await?;
    Ok(times[times.len() / 2])
}

/// A switch turned by key until its lamp glows, ms: the median over states that the page has not
/// asked for before.
async fn key_to_glow_ms(page: &Page) -> Result<f64> {
    page.go("/jobs/1/try").await?;
    page.says("everything off").await?;
    page.tab_to("press", "rear work switch").await?;
    page.script(&watch("document.querySelector('[data-lamp]')?.dataset.level"), vec![]).await?;
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
        noted(page, press + 1).await?;
    }
    let times = times_ms(page).await?;
    Ok(times[times.len() / 2])
}

/// Keys touched with no pointer near them before, each into a new state, until the lamps burn otherwise, ms:
/// the worst.
async fn touch_to_glow_ms(page: &Page) -> Result<f64> {
    page.go("/jobs/1/try").await?;
    page.says("everything off").await?;
    let lamps = "[...document.querySelectorAll('[data-lamp]')].map((l) => l.dataset.level).join()";
    page.script(&watch(lamps), vec![]).await?;
    let keys = ["rear-work", "parking", "switch.beacons", "rear-work", "switch.alley", "parking"];
    for (press, key) in keys.iter().chain(&["rear-work", "switch.beacons"]).enumerate() {
        let touch = "document.querySelector(`[data-input=\"${arguments[0]}\"]`).click()";
        page.script(touch, vec![(*key).into()]).await?;
        noted(page, press + 1).await?;
    }
    let times = times_ms(page).await?;
    Ok(times[times.len() - 1])
}

/// A figure typed into a lamp's tilt until the light on the ground is drawn anew, ms: the median.
async fn tilt_to_light_ms(page: &Page) -> Result<f64> {
    page.go("/jobs/5/aim").await?;
    page.says("As planned").await?;
    page.pick("Circuit", "Fog lamps").await?;
    page.pick("Lamps", "Fog lamps").await?;
    let open = "document.querySelectorAll('aside details').forEach((d) => { d.open = true; })";
    page.script(open, vec![]).await?;
    page.field("Down").await?.click().await?;
    page.keys(TypingData::from("") + Key::End).await?;
    let light = "document.querySelector('[data-testid=lux-lines] path')?.getAttribute('d')";
    page.script(&watch(light), vec![]).await?;
    for press in 0..PRESSES {
        // 0.76 becomes 0.769, and back again.
        let key = match press % 2 {
            0 => TypingData::from("9"),
            _ => TypingData::from("") + Key::Backspace,
        };
        page.keys(key).await?;
        noted(page, press + 1).await?;
    }
    let times = times_ms(page).await?;
    Ok(times[times.len() / 2])
}
