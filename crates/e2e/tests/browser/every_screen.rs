//! What must hold on every screen of every demo job, and the parts of the shell around them.

use anyhow::{Result, ensure};
use jovek_e2e::Size;
use serde_json::json;
use thirtyfour::{Key, TypingData};

const STAGES: [&str; 11] =
    ["look", "light", "feed", "switch", "run", "cut", "fit", "prove", "aim", "sign", "try"];
/// What a page says when a figure or a word is missing.
const NONSENSE: [&str; 6] = ["NaN", "undefined", "null", "Infinity", "[object", "inf "];

/// Select boxes that cut the value that they hold, by their labels: its words are wider than the box without its arrow.
const CUT_VALUES: &str = "const pen = document.createElement('canvas').getContext('2d');
    return [...document.querySelectorAll('select')].filter((e) => e.offsetParent !== null).filter((e) => {
        const look = getComputedStyle(e);
        pen.font = `${look.fontWeight} ${look.fontSize} ${look.fontFamily}`;
        const words = e.selectedOptions[0]?.text ?? '';
        const room = e.clientWidth - parseFloat(look.paddingLeft) - parseFloat(look.paddingRight) - 16;
        return pen.measureText(words).width > room + 1;
    }).map((e) => `${e.labels?.[0]?.innerText.split('\\n')[0] ?? e.ariaLabel}: ${e.selectedOptions[0].text}`)";

#[tokio::test]
async fn no_screen_says_nonsense_or_complains() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    for job in 1..=8 {
        for stage in STAGES {
            page.go(&format!("/jobs/{job}/{stage}")).await?;
            page.saved().await?;
            let cut = page.script(CUT_VALUES, vec![]).await?;
            ensure!(cut == json!([]), "job {job}, {stage} cuts {cut}");
            let words = page.words().await?;
            for bad in NONSENSE {
                ensure!(!words.contains(bad), "job {job}, {stage} says \"{bad}\":\n{words}");
            }
            // Pictures carry figures too, in their labels.
            let labels = page
                .script(
                    "return [...document.querySelectorAll('[aria-label]')].map((e) => e.ariaLabel).join('\\n')",
                    vec![],
                )
                .await?;
            let labels = labels.as_str().unwrap_or_default();
            ensure!(!NONSENSE.iter().any(|bad| labels.contains(bad)), "{labels}");
        }
    }
    page.close().await
}

/// A tab stays where it is while a question is sought and when it has come: a finger is on its way.
#[tokio::test]
async fn tabs_stand_still_while_a_question_is_sought() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    for size in [Size::Desk, Size::Phone] {
        page.resize(size).await?;
        for stage in ["light", "feed", "run", "cut", "aim"] {
            // At the vehicle a phone asks nothing: its first screen is for the lamp.
            if (size, stage) == (Size::Phone, "aim") {
                continue;
            }
            page.go(&format!("/jobs/5/{stage}")).await?;
            page.field("Measured").await?;
            page.script(
                "window.moved = null; new PerformanceObserver((list) => { window.moved = list.getEntries()
                   .flatMap((e) => e.sources).filter((s) => s.previousRect.y !== s.currentRect.y)
                   .filter((s) => s.node?.contains?.(document.querySelector('main [role=tablist]')))
                   .map((s) => `${s.previousRect.y} to ${s.currentRect.y}`); })
                 .observe({ type: 'layout-shift', buffered: true });
                 setTimeout(() => { window.moved ??= []; }, 200)",
                vec![],
            )
            .await?;
            page.until("what moved", || async {
                Ok(page.script("return window.moved !== null", vec![]).await? == true)
            })
            .await?;
            let moved = page.script("return window.moved", vec![]).await?;
            ensure!(moved == json!([]), "{stage}, {size:?}: {moved}");
        }
    }
    page.close().await
}

/// All stages are seen at once, from the widest desk to a small one, and the header is one line.
#[tokio::test]
async fn all_stages_are_seen_at_once() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    for (width, height) in [(1600, 1000), (1280, 800), (1024, 768)] {
        page.resize_to(width, height).await?;
        page.go("/jobs/1/run").await?;
        page.says("Rear work lamps").await?;
        let bar = "const bar = document.querySelector('nav[aria-label=Stages]');
            return [bar.scrollWidth - bar.clientWidth, document.querySelector('header').offsetHeight]";
        let [over_px, header_px]: [f64; 2] =
            serde_json::from_value(page.script(bar, vec![]).await?)?;
        ensure!(over_px <= 0.0, "at {width}: {over_px} px of the stages are out of sight");
        ensure!(header_px <= 60.0, "at {width}: a header of {header_px} px");
    }
    page.close().await
}

/// Every state of every circuit has its volt line, and the line says what the API says.
#[tokio::test]
async fn the_picture_says_what_the_core_says() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
    let held: serde_json::Value = serde_json::from_str(&text)?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    let circuit = &held["answers"]["circuits"][0];
    for line in circuit["volt_lines"].as_array().into_iter().flatten() {
        page.press(line["state_label"].as_str().unwrap_or_default()).await?;
        let lamp = line["lamp_text"].as_str().unwrap_or_default();
        page.until(&format!("{lamp} in the picture"), || async {
            let words = page
                .script("return document.querySelector('svg[role=group]').textContent", vec![])
                .await?;
            Ok(words.as_str().is_some_and(|words| words.contains(lamp)))
        })
        .await?;
        for element in line["elements"].as_array().into_iter().flatten() {
            let reading = element["reading"].as_str().unwrap_or_default();
            let found = page
                .script(
                    "return [...document.querySelectorAll('svg [role=button]')]
                        .some((e) => e.ariaLabel.endsWith(arguments[0]))",
                    vec![json!(reading)],
                )
                .await?;
            ensure!(found == json!(true), "no element reads \"{reading}\"");
        }
    }
    page.close().await
}

#[tokio::test]
async fn palette_theme_and_digits() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    for (digit, stage) in [("1", "look"), ("6", "cut"), ("8", "prove"), ("3", "feed")] {
        page.keys(digit).await?;
        page.until(stage, || async { Ok(page.path().await?.ends_with(stage)) }).await?;
    }
    // A digit inside a field is a figure, not a stage.
    page.go("/jobs/1/run").await?;
    crate::by_sections(&page).await?;
    page.fill("Post to fuse, length", "0.2").await?;
    ensure!(page.path().await?.ends_with("/run"));
    let theme = "return document.documentElement.dataset.theme";
    let before = page.script(theme, vec![]).await?;
    page.control('k').await?;
    page.field("Find or do").await?;
    page.keys("day or night").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.until("the other theme", || async { Ok(page.script(theme, vec![]).await? != before) })
        .await?;
    let after = page.script(theme, vec![]).await?;
    page.reload().await?;
    page.saved().await?;
    ensure!(page.script(theme, vec![]).await? == after, "the theme is forgotten");
    // Escape closes the palette and gives the focus back.
    page.press("/ Find or do").await?;
    page.says("Export").await?;
    page.keys(TypingData::from("") + Key::Escape).await?;
    page.says_no_more("Export").await?;
    page.close().await
}

/// One reading after another with a thumb, at the width of a phone.
#[tokio::test]
async fn proving_on_a_phone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/2/prove").await?;
    page.saved().await?;
    page.fill("Your name", "Cy").await?;
    page.press("All readings").await?;
    page.fill("Battery at rest, reading", "12,5").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.says("Good").await?;
    page.fill("Load-bay strip: current, reading", "0.1").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.says("Too low").await?;
    page.fill("Load-bay strip: current, reading", "twelve").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.says("\"twelve\" is not a number. Give it in A.").await?;
    // What tells where a loss lies stands behind one press.
    page.script("document.querySelector('[data-check$=\".fuse_v\"], [data-check$=\".source_v\"]').closest('details').querySelector('summary').click()", vec![]).await?;
    page.fill("Battery with all added lamps on, reading", "11.0").await?;
    page.reload().await?;
    page.says("Too low").await?;
    page.says(", Cy").await?;
    ensure!(page.overflow_px().await? <= 0.0);
    page.close().await
}

/// A person may choose against the proposal; it stays, with the reason, and is still checked.
#[tokio::test]
async fn a_choice_of_ones_own_is_kept_and_checked() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    let wire = page.text("[data-part=wire]").await?;
    page.press("Fuse 7.5 A").await?;
    page.press("Take another fuse").await?;
    page.pick("Another fuse", "30 A").await?;
    let take = page.script(
        "return [...document.querySelectorAll('button')].find((b) => b.innerText === 'Take it').disabled",
        vec![],
    );
    ensure!(take.await? == json!(true), "a choice without a reason is taken");
    page.fill("Why", "none smaller in the van").await?;
    page.press("Take it").await?;
    // The wire must bear the larger fuse: it grows with it.
    page.until("a thicker wire", || async { Ok(page.text("[data-part=wire]").await? != wire) })
        .await?;
    ensure!(page.text("[data-part=fuse]").await? == "30 A");
    page.says("Your choice").await?;
    page.saved().await?;
    let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
    ensure!(text.contains("none smaller in the van"));
    page.press("Undo").await?;
    page.until("the wire as it was", || async { Ok(page.text("[data-part=wire]").await? == wire) })
        .await?;
    page.close().await
}
