//! On the floor with gloves on: keys of the page's own, one thing at a time, a drawing that is brought nearer, a picture
//! that is touched to change what it shows.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size};
use serde_json::json;

/// The least height of the keys, and whether the lowest button of the reading is in the first screen.
const KEYS: &str =
    "const keys = [...document.querySelectorAll('[aria-label=\"Number pad\"] button')];
    const bar = document.querySelector('nav[aria-label=Stages]').getBoundingClientRect().top;
    return [Math.min(...keys.map((k) => k.getBoundingClientRect().height)),
            Math.max(...keys.map((k) => k.getBoundingClientRect().bottom)) <= bar, keys.length]";

async fn touch(page: &Page, keys: &str) -> Result<()> {
    for key in keys.chars() {
        let name = match key {
            '.' => "Point".to_owned(),
            '-' => "Sign".to_owned(),
            '<' => "Delete".to_owned(),
            digit => digit.to_string(),
        };
        let script = "[...document.querySelectorAll('[aria-label=\"Number pad\"] button')]
            .find((k) => k.ariaLabel === arguments[0]).click()";
        page.script(script, vec![name.into()]).await?;
    }
    Ok(())
}

/// A reading is typed on the page's own keys, with its unit: no keyboard of the phone, no key below 56 px.
#[tokio::test]
async fn a_reading_by_touch() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/1/prove").await?;
    page.says("All readings").await?;
    // The first that takes a figure.
    page.until("a box for a figure", || async {
        let found = page.script("return !!document.querySelector('.one-reading input')", vec![]);
        if found.await? == json!(true) {
            return Ok(true);
        }
        page.press("Next").await?;
        Ok(false)
    })
    .await?;
    let mode = "return document.querySelector('.one-reading input').inputMode";
    ensure!(page.script(mode, vec![]).await? == json!("none"), "the phone's keyboard comes up");
    let (least_px, is_seen, keys): (f64, bool, usize) =
        serde_json::from_value(page.script(KEYS, vec![]).await?)?;
    ensure!(keys > 12 && least_px >= 56.0, "{keys} keys, {least_px} px");
    ensure!(is_seen, "keys lie below the first screen");
    let held = "return document.querySelector('.one-reading input').value";
    touch(&page, "-12.67<").await?;
    ensure!(page.script(held, vec![]).await? == json!("-12.6"), "the keys");
    touch(&page, "-").await?;
    let units =
        "return [...document.querySelectorAll('[aria-label=\"Number pad\"] [aria-pressed]')]
        .map((k) => k.innerText)";
    let [bare, milli]: [String; 2] = serde_json::from_value(page.script(units, vec![]).await?)?;
    ensure!(milli == format!("m{bare}"), "{bare} and {milli}");
    page.press(&milli).await?;
    ensure!(page.script(held, vec![]).await? == json!(format!("12.6 {milli}")), "the unit");
    page.press(&bare).await?;
    page.press("Keep").await?;
    page.until("the reading to be kept", || async {
        Ok(page.script(held, vec![]).await? == json!(""))
    })
    .await?;
    crate::no_serious(&page, "the number pad").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the number pad is wider than the phone");
    page.close().await
}

/// The formboard is brought nearer and whole again; what is wider than its frame is moved by keys.
#[tokio::test]
async fn a_drawing_is_brought_nearer() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/9/cut").await?;
    page.press("Harness").await?;
    let wide = "const at = document.querySelector('section[aria-label$=drawing] [tabindex]');
        return at ? at.scrollWidth / at.clientWidth : 0";
    page.until("the drawing", || async {
        Ok(page.script(wide, vec![]).await?.as_f64().is_some_and(|w| w == 1.0))
    })
    .await?;
    page.press("Zoom in").await?;
    page.press("Zoom in").await?;
    page.until("it nearer", || async {
        Ok(page.script(wide, vec![]).await?.as_f64().is_some_and(|w| w > 1.9))
    })
    .await?;
    page.press("Whole picture").await?;
    page.until("it whole", || async {
        Ok(page.script(wide, vec![]).await?.as_f64().is_some_and(|w| w == 1.0))
    })
    .await?;
    page.close().await
}

/// A wire that is touched on the volt line shows what it is told by, and is changed there.
#[tokio::test]
async fn the_picture_is_touched_to_change_the_fact() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/run").await?;
    page.saved().await?;
    page.script(
        "[...document.querySelectorAll('svg[role=group] [role=button]')]
            .find((e) => e.ariaLabel.includes('Along the frame'))
            .dispatchEvent(new MouseEvent('click', { bubbles: true }))",
        vec![],
    )
    .await?;
    let touched = "[aria-label='What was touched']";
    page.until("its facts beside it", || async {
        let words = format!("return document.querySelector(\"{touched}\")?.innerText ?? ''");
        let held = page.script(&words, vec![]).await?;
        Ok(held.as_str().is_some_and(|w| w.contains("Along the frame")))
    })
    .await?;
    let fill = format!("document.querySelector(\"{touched} [data-path$='length_m']\").focus()");
    page.script(&fill, vec![]).await?;
    page.keys("6.5").await?;
    page.until("the length in the store", || async {
        let job = job(&server, 5).await?;
        let sections = job["circuits"][0]["run"]["supply"].as_array().cloned();
        Ok(sections.into_iter().flatten().any(|s| s["length_m"] == 6.5))
    })
    .await?;
    page.close().await
}

async fn job(server: &jovek_e2e::Server, id: u32) -> Result<serde_json::Value> {
    let text = reqwest::get(server.at(&format!("/api/jobs/{id}"))).await?.text().await?;
    Ok(serde_json::from_str::<serde_json::Value>(&text)?["job"].take())
}

/// On the skeleton a wire is told by the ways that it lies on, a part by its place, a lamp by its light: each is changed
/// where it is touched, and the figures of the picture follow.
#[tokio::test]
async fn a_laid_circuit_is_touched() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    let touch = |name: &'static str| {
        let script = "[...document.querySelectorAll('svg[role=group] [role=button]')]
            .find((e) => e.ariaLabel.startsWith(arguments[0]))
            .dispatchEvent(new MouseEvent('click', { bubbles: true }))";
        page.script(script, vec![name.into()])
    };
    let fill = |field: &'static str| {
        let script = "const e = document.querySelector(
            `[aria-label='What was touched'] [data-path$='${arguments[0]}']`); e.focus(); e.select?.()";
        page.script(script, vec![field.into()])
    };
    page.until("the volt line", || async { Ok(touch("fuse panel to relay panel").await.is_ok()) })
        .await?;
    page.says("0.85 m, measured").await?;
    fill("length_m").await?;
    page.keys("1.25").await?;
    page.says("1.25 m, measured").await?;
    page.until("the way in the store", || async {
        let ways = job(&server, 1).await?["skeleton"]["ways"].as_array().cloned();
        Ok(ways.into_iter().flatten().any(|w| w["length_m"] == 1.25))
    })
    .await?;
    touch("fuse 7.5 A").await?;
    let site = "document.querySelector(\"[aria-label='What was touched'] select\")";
    let pick = format!(
        "const s = {site}; const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set;
         set.call(s, 'battery'); s.dispatchEvent(new Event('change', {{ bubbles: true }}))"
    );
    page.until("the place of the fuse", || async {
        Ok(page.script(&format!("return !!{site}"), vec![]).await? == json!(true))
    })
    .await?;
    page.script(&pick, vec![]).await?;
    page.until("the place in the store", || async {
        Ok(job(&server, 1).await?["circuits"][0]["sites"]["fuse"] == "battery")
    })
    .await?;
    touch("lamps").await?;
    fill("label_w").await?;
    page.keys("30").await?;
    page.until("the watts in the store", || async {
        Ok(job(&server, 1).await?["circuits"][0]["lights"][0]["label_w"] == 30.0)
    })
    .await?;
    crate::no_serious(&page, "what was touched").await?;
    page.close().await
}

/// The screen stays lit on the floor's stages, and may go dark again when they are left.
#[tokio::test]
async fn the_screen_stays_lit_on_the_floor() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/1/light").await?;
    page.says("Light").await?;
    let stand_in = "window.locks = 0;
        navigator.wakeLock.request = async () => {
            window.locks += 1;
            return { release: async () => { window.locks -= 1; } };
        }";
    page.script(stand_in, vec![]).await?;
    let locks = || async { page.script("return window.locks", vec![]).await };
    ensure!(locks().await? == json!(0), "asked for before it is wanted");
    page.press("7 Fit").await?;
    page.until("the screen held lit", || async { Ok(locks().await? == json!(1)) }).await?;
    page.press("2 Light").await?;
    page.until("the screen let go", || async { Ok(locks().await? == json!(0)) }).await?;
    page.close().await
}
