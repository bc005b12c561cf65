//! A day under a vehicle without the program: the phone is restarted, everything of the job opens, what is read, aimed,
//! marked and pictured is shown as kept, counts for what comes next, and is in the store once when the program is back.

use anyhow::{Context, Result, ensure};
use jovek_e2e::{Page, Server, Size, demo_file, jovek, repository};
use serde_json::Value;

async fn held(server: &Server) -> Result<Value> {
    let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
    Ok(serde_json::from_str(&text)?)
}

/// Presses the button that keeps a figure, within one place of the page.
async fn keep(page: &Page, within: &str) -> Result<()> {
    let press = format!("document.querySelector(\"{within} button[type=submit]\").click()");
    page.script(&press, vec![]).await.map(drop)
}

/// Names of what this device keeps for a time without the program.
async fn kept(page: &Page) -> Result<Vec<String>> {
    let keys = "return new Promise((done) => {
        const open = indexedDB.open('keyval-store');
        open.onsuccess = () => {
            const all = open.result.transaction('keyval').objectStore('keyval').getAllKeys();
            all.onsuccess = () => { done(all.result); open.result.close(); };
        };
        open.onerror = () => done([]);
    })";
    Ok(serde_json::from_value(page.script(keys, vec![]).await?)?)
}

#[tokio::test]
async fn a_day_without_the_program() -> Result<()> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("shop.db");
    let args = ["serve", "--db", db.to_str().unwrap_or_default()];
    let server = Server::start(&jovek()?, &args)?;
    let address = server.url.trim_start_matches("http://").to_owned();
    let file = serde_json::json!({"file": std::fs::read_to_string(demo_file("14"))?});
    let client = reqwest::Client::new();
    let made = client.post(server.at("/api/jobs")).json(&file).send().await?;
    ensure!(made.status().is_success(), "{}", made.text().await?);
    let before = held(&server).await?;
    let count = |held: &Value, what: &str| held["job"][what].as_array().map_or(0, Vec::len);

    let page = Page::open(&server.url, Size::Phone).await?;
    page.go("/jobs/1/fit").await?;
    page.says("Step 10 of 38").await?;
    page.until("the app and the job to be kept", || async {
        let app = page.script("return localStorage.getItem('jovek.kept') !== null", vec![]).await?;
        let names = kept(&page).await?;
        let all = ["job 1", "work 1", "record 1", "rules 1", "light 1 wall ", "light 1 nothing "];
        Ok(app == true && all.iter().all(|n| names.iter().any(|k| k == n)))
    })
    .await?;
    server.kill();
    page.reload().await?;
    page.says("No connection: the job as it was").await?;

    // Fit: the roof hole is begun and done, and what hung on it is ready, though nobody could be asked.
    let state = "return document.querySelector('section[aria-label=Step] p').innerText";
    page.press("Start").await?;
    page.press("Done").await?;
    page.says("2 marks wait for a connection").await?;
    page.until("a step that is ready", || async {
        let text = page.script(state, vec![]).await?;
        Ok(text.as_str().is_some_and(|t| t.contains("ready") && !t.contains("Step 10 ")))
    })
    .await?;
    let picture = repository().join("docs/screenshots/yard.png");
    page.choose_file(&picture).await?;
    page.says("waits for a connection").await?;

    // Look: a wire is probed again.
    page.go("/jobs/1/look").await?;
    page.says("Reverse lamps, on").await?;
    page.fill("Reverse lamps, on, reading", "12.31").await?;
    keep(&page, "[data-look='factory[0].probe.on_v']").await?;
    // Prove: a reading.
    page.go("/jobs/1/prove").await?;
    page.press("All readings").await?;
    page.fill("Battery at rest, reading", "12.61").await?;
    keep(&page, "[data-check='battery.rest_v']").await?;
    page.says("12.61 V waits here").await?;
    // Aim: a lamp at the wall and the lux at a spot, on pages that were never opened.
    page.go("/jobs/1/aim?page=Spots").await?;
    page.says("Reading 1 of 2").await?;
    page.press("Next").await?;
    page.fill("After Pump, 4 m behind", "61").await?;
    keep(&page, "[data-spot='Pump, 4 m behind']").await?;
    page.says("After 61 lx").await?;
    page.press("All spots").await?;
    page.go("/jobs/1/aim?page=Wall").await?;
    page.says("Before you aim").await?;
    let lamp = page.script("return document.querySelector('[data-aim]').dataset.aim", vec![]);
    let lamp = lamp.await?.as_str().context("a lamp to aim")?.to_owned();
    let box_css = format!("[data-aim='{lamp}']");
    let label = format!("return document.querySelector(\"{box_css} form .sr-only\").innerText");
    let label = page.script(&label, vec![]).await?.as_str().unwrap_or_default().to_owned();
    page.fill(&label, "2.4 m").await?;
    keep(&page, &box_css).await?;
    page.says("Kept here, judged with a connection.").await?;
    // Sign: the record so far.
    page.go("/jobs/1/sign").await?;
    page.says("Not signed.").await?;
    page.says("Fuse map").await?;

    // The phone is restarted twice: all of it is still there.
    for _ in 0..2 {
        page.go("/jobs/1/aim?page=Spots").await?;
        page.reload().await?;
        page.says("After 61 lx").await?;
    }
    page.go("/jobs/1/prove").await?;
    page.says("12.61 V waits here").await?;
    page.go("/jobs/1/fit").await?;
    page.says("2 marks and 1 reading wait for a connection").await?;
    ensure!(page.overflow_px().await? <= 0.0, "Fit without a connection");

    // The program is back: everything is in the store, once.
    let server = Server::start_at(&jovek()?, &args, &address)?;
    page.says_no_more("wait for a connection").await?;
    page.says_no_more("No connection").await?;
    page.saved().await?;
    page.until("all of it in the store", || async {
        let now = held(&server).await?;
        let job = &now["job"];
        let lux = job["record"]["lux"].as_array().cloned().unwrap_or_default();
        let pictures = reqwest::get(server.at("/api/jobs/1/pictures")).await?.text().await?;
        let pictures: Vec<Value> = serde_json::from_str(&pictures)?;
        Ok(count(&now, "work") == count(&before, "work") + 2
            && count(&now, "readings") == count(&before, "readings") + 1
            && job["factory"][0]["probe"]["on_v"] == 12.31
            && lux.iter().any(|l| l["after_lx"] == 61.0)
            && job.to_string().matches("\"on\":\"ground\"").count()
                + job.to_string().matches("\"on\":\"wall\"").count()
                > before["job"].to_string().matches("\"on\":\"ground\"").count()
                    + before["job"].to_string().matches("\"on\":\"wall\"").count()
            && pictures.len() == 1)
    })
    .await?;
    // Nothing is left on the device that could be sent again.
    page.until("nothing kept to be sent", || async {
        let names = kept(&page).await?;
        Ok(!names.iter().any(|n| n == "draft 1"))
    })
    .await?;
    page.close().await
}
