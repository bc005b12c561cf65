//! A shop whose tape is in inches reads and types inches, and no metres.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Server, Size};
use serde_json::Value;

/// A stretch whose length is typed.
const PLACE: &str = "Rail to lamps, length";

/// Figures in metres, millimetres, grams and degrees Celsius that a page says or holds in its boxes; not what is printed
/// on a wire, nor the names of spots and lamps that somebody typed.
const METRIC: &str = "const said = [document.querySelector('main').innerText, document.querySelector('aside').innerText,
        ...[...document.querySelectorAll('input')].map((i) => i.value || i.placeholder)].join('\\n')
        .replace(/(PVC|XLPE|cross-linked) \\d+ °C/g, '').replace(/LED strip, [\\d.]+ m|Pump, 4 m behind/g, '');
    return said.split('\\n').filter((line) => / ?\\d (mm|cm|m|km|°C|kg|g|N m)(?![\\w²-])/.test(line))
        .filter((line) => !/14-/.test(line))";

/// True while the page says that something is being worked out.
const WAITS: &str = "return [...document.querySelectorAll('main p')].some((p) => p.innerText.trim().endsWith('...'))";

async fn stretch_m(server: &Server) -> Result<f64> {
    let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
    let held: Value = serde_json::from_str(&text)?;
    let length_m = &held["job"]["circuits"][0]["run"]["supply"][3]["length_m"];
    Ok(length_m.as_f64().unwrap_or_default())
}

async fn in_feet(page: &Page) -> Result<()> {
    page.go("/jobs/1/look").await?;
    page.pick("Lengths", "feet, inches").await?;
    page.pick("Temperatures", "°F").await?;
    page.saved().await
}

/// What is typed in either unit is held, and read again in the shop's; what is shown, typed back, is the same length to
/// a thirty-second of an inch, and gives the same wire.
#[tokio::test]
async fn lengths_are_typed_and_read_in_feet() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    in_feet(&page).await?;
    page.press("5 Run").await?;
    crate::by_sections(&page).await?;
    for (typed, length_m, shown) in [
        ("10 ft 6 1/2 in", 3.2131, "10 ft 6 1/2 in"),
        ("10' 6 1/2\"", 3.2131, "10 ft 6 1/2 in"),
        // A bare figure is in feet.
        ("2.5", 0.762, "2 ft 6 in"),
        ("30 in", 0.762, "2 ft 6 in"),
        ("1 m", 1.0, "3 ft 3 3/8 in"),
        ("3 1/2", 1.0668, "3 ft 6 in"),
    ] {
        page.fill(PLACE, typed).await?;
        page.until(&format!("{typed} held"), || async {
            Ok((stretch_m(&server).await? - length_m).abs() < 1e-9)
        })
        .await?;
        page.saved().await?;
        page.reload().await?;
        page.holds(PLACE, shown).await?;
        let before = page.text("main section").await?;
        page.fill(PLACE, &format!("{shown} ")).await?;
        page.saved().await?;
        ensure!((stretch_m(&server).await? - length_m).abs() <= 0.0254 / 32.0, "{typed}");
        let after = page.text("main section").await?;
        ensure!(before.lines().next() == after.lines().next(), "{typed}: {before} {after}");
    }
    for (typed, says) in [
        ("100 ft", ""),
        ("3 V", "Give it in ft, not in V."),
        ("300 ft", "cannot be right; give"),
        ("far", "\"far\" is not a number. Give it in ft."),
    ] {
        page.fill(PLACE, typed).await?;
        page.says(says).await?;
    }
    page.close().await
}

#[tokio::test]
async fn no_page_says_metres_to_a_shop_in_feet() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    in_feet(&page).await?;
    for (stage, tabs) in [
        ("look", &[][..]),
        ("light", &[]),
        ("feed", &["Shift"]),
        ("switch", &[]),
        ("run", &["Vehicle", "Strip"]),
        ("cut", &["Harness", "Joints", "Estimate"]),
        ("fit", &[]),
        ("prove", &["Proof"]),
        ("aim", &["Wall", "Rules"]),
        ("try", &[]),
    ] {
        page.go(&format!("/jobs/1/{stage}")).await?;
        page.saved().await?;
        for tab in std::iter::once(None).chain(tabs.iter().map(Some)) {
            if let Some(tab) = tab {
                page.press(tab).await?;
            }
            page.until("the page drawn", || async {
                Ok(page.script(WAITS, vec![]).await? == serde_json::json!(false))
            })
            .await?;
            let metric = page.script(METRIC, vec![]).await?;
            ensure!(metric == serde_json::json!([]), "{stage}, {tab:?}: {metric}");
        }
    }
    page.close().await
}
