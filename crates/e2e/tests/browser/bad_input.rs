//! Wrong figures and files: a clear word at the place, nothing lost.

use anyhow::{Result, ensure};
use jovek_e2e::Size;
use serde_json::Value;

const PLACE: &str = "Rail to lamps, length";

#[tokio::test]
async fn wrong_figures_are_named_and_change_nothing() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    crate::by_sections(&page).await?;
    for (typed, says) in [
        ("-3", "cannot be right; give"),
        ("NaN", "\"NaN\" is not a number. Give it in m."),
        ("0.8 V", "Give it in m, not in V."),
        ("1e9", "Give it in m, not in e."),
        ("99999999", "cannot be right; give"),
        ("far", "\"far\" is not a number. Give it in m."),
    ] {
        page.fill(PLACE, typed).await?;
        page.says(says).await?;
        page.holds(PLACE, typed).await?;
    }
    // "1e9" passes through "1", which may be saved on the way: what is no figure puts it back.
    page.until("the figure from before in the store", || async {
        let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
        let held: Value = serde_json::from_str(&text)?;
        Ok(held["job"]["circuits"][0]["run"]["supply"][3]["length_m"] == 0.8)
    })
    .await?;
    // What is refused is called by its name at the top, wherever its box is.
    page.fill(PLACE, "99").await?;
    page.says("Not saved: Rear work lamps, Rail to lamps, length").await?;
    page.fill(PLACE, "0.9").await?;
    page.saved().await?;
    // Feet, inches and millimetres are taken where metres are asked.
    for (typed, length_m) in [
        ("3 ft", 0.9144),
        ("30 in", 0.762),
        ("2 ft 9 in", 0.8382),
        ("850 mm", 0.85),
        // One of nine measured together.
        ("7.2/9", 0.8),
    ] {
        page.fill(PLACE, typed).await?;
        page.until(typed, || async {
            let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
            let held: Value = serde_json::from_str(&text)?;
            Ok(held["job"]["circuits"][0]["run"]["supply"][3]["length_m"] == length_m)
        })
        .await?;
    }
    page.close().await
}

#[tokio::test]
async fn a_12_volt_lamp_on_24_volts_is_a_stop() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/4/light").await?;
    page.pick("Made for", "12 V").await?;
    page.says("Stop:").await?;
    page.says("24 V").await?;
    page.press("6 Cut").await?;
    page.says("Do not cut yet").await?;
    page.press("Jovek, to the yard").await?;
    page.says("Held:").await?;
    page.close().await
}

#[tokio::test]
async fn bad_files_are_named_and_the_yard_stays_as_it_was() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    let folder = tempfile::tempdir()?;
    let good = std::fs::read_to_string(jovek_e2e::demo_file("14"))?;
    let newer = good.replacen("\"jovek\": 2", "\"jovek\": 9", 1);
    ensure!(newer != good);
    let misspelt = good.replacen("\"unit\"", "\"unitt\"", 1);
    for (name, text, says) in [
        ("photo.json", "\u{89}PNG", "not readable as json"),
        ("cut-off.json", &good[..good.len() / 2], "not readable as json at line"),
        ("newer.json", &newer, "newer"),
        ("misspelt.json", &misspelt, "unitt"),
        ("enormous.json", &" ".repeat(9_000_000), "2000000 bytes"),
    ] {
        let file = folder.path().join(name);
        std::fs::write(&file, text)?;
        page.choose_file(&file).await?;
        page.until(&format!("\"{says}\" for {name}"), || async {
            let alert = page.text("[role=alert]").await?;
            Ok(alert.to_lowercase().contains(says))
        })
        .await?;
        page.says("24 jobs").await?;
    }
    let file = folder.path().join("good.json");
    std::fs::write(&file, good)?;
    page.choose_file(&file).await?;
    page.saved().await?;
    page.close().await
}
