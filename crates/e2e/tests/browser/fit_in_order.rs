//! Fit: one step after the other, on a phone, with and without a connection.

use anyhow::{Context, Result, ensure};
use jovek_e2e::{Page, Server, Size, jovek};

/// The step that is shown large.
async fn shown(page: &Page) -> Result<String> {
    page.text("section[aria-label=Step]").await
}

#[tokio::test]
async fn a_phone_without_connection_loses_no_mark() -> Result<()> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("shop.db");
    let args = ["serve", "--db", db.to_str().unwrap_or_default()];
    let server = Server::start(&jovek()?, &args)?;
    let address = server.url.trim_start_matches("http://").to_owned();
    let page = Page::open(&server.url, Size::Phone).await?;
    page.says("The yard is empty").await?;
    page.begin(&[]).await?;
    page.says("Measure next:").await?;
    let path = page.path().await?.replace("/look", "/fit").replace("/light", "/fit");
    page.go(&path).await?;
    page.says("Readings before the work").await?;
    ensure!(page.overflow_px().await? <= 0.0, "Fit on a phone");
    page.press("Start").await?;
    page.says("Step 1 of").await?;
    page.until("the step to be begun", || async { Ok(shown(&page).await?.contains("begun")) })
        .await?;
    page.saved().await?;
    // The page shows its mark before the program has it.
    page.until("the mark in the store", || async {
        let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
        let held: serde_json::Value = serde_json::from_str(&text)?;
        Ok(held["job"]["work"].as_array().is_some_and(|marks| marks.len() == 1))
    })
    .await?;
    page.says_no_more("for a connection").await?;
    server.kill();
    page.press("Done").await?;
    page.says("1 mark waits for a connection").await?;
    // The next step is offered all the same.
    page.until("the next step", || async {
        Ok(!shown(&page).await?.contains("Readings before the work"))
    })
    .await?;
    page.press("Start").await?;
    page.says("2 marks wait for a connection").await?;
    let server = Server::start_at(&jovek()?, &args, &address)?;
    page.says_no_more("for a connection").await?;
    // It resumes where it was, and both marks are in the store with their times.
    page.reload().await?;
    page.until("the step that was begun", || async { Ok(shown(&page).await?.contains("begun")) })
        .await?;
    page.says("1 of").await?;
    let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
    let held: serde_json::Value = serde_json::from_str(&text)?;
    let marks = held["job"]["work"].as_array().context("no marks")?;
    ensure!(marks.len() == 3, "{marks:?}");
    let found = page.axe().await?;
    let serious = found.iter().filter(|v| v.impact == "serious" || v.impact == "critical");
    ensure!(serious.count() == 0, "{found:?}");
    page.close().await
}

/// Unit 14 is half-way: the glue of the step lights cures, what hangs on it is held back and says until when.
#[tokio::test]
async fn glue_cures_and_gates_hold() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/look").await?;
    page.saved().await?;
    page.keys("7").await?;
    page.says("9 of 38 done").await?;
    let joints = "[...document.querySelectorAll('[aria-label=\"All steps\"] button')]
        .find((b) => b.innerText.includes('Step lights: joints')).click()";
    page.script(joints, vec![]).await?;
    page.until("what must come first", || async {
        let text = shown(&page).await?;
        Ok(text.contains("not yet") && text.contains("first: Pull the bundles"))
    })
    .await?;
    page.close().await?;
    // The gate is the program's, whoever asks.
    let mark = |step: &str| serde_json::json!({"step": step, "mark": "done"});
    let client = reqwest::Client::new();
    for (step, says) in [("join.rear", "cannot be done yet"), ("polish", "no step")] {
        let answer = client.post(server.at("/api/jobs/1/work")).json(&mark(step)).send().await?;
        ensure!(answer.status().as_u16() == 422);
        let text = answer.text().await?;
        ensure!(text.contains(says), "{text}");
    }
    let ahead = serde_json::json!({"step": "pull", "mark": "start", "at": "2999-01-01T00:00:00Z"});
    let answer = client.post(server.at("/api/jobs/1/work")).json(&ahead).send().await?;
    ensure!(answer.text().await?.contains("lies in the future"));
    Ok(())
}

/// By keys at the desk: begun, left, gone on with, done; the next step stands there at once.
#[tokio::test]
async fn a_step_is_begun_left_and_done_by_keys() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/look").await?;
    page.saved().await?;
    page.keys("7").await?;
    page.says("Readings before the work").await?;
    let enter = || thirtyfour::TypingData::from("") + thirtyfour::Key::Enter;
    for (button, then) in [("Start", "begun"), ("Pause", "left"), ("Go on", "begun")] {
        page.tab_to("press", button).await?;
        page.keys(enter()).await?;
        page.until(then, || async { Ok(shown(&page).await?.contains(then)) }).await?;
    }
    page.tab_to("press", "Done").await?;
    page.keys(enter()).await?;
    page.until("the next step", || async {
        Ok(!shown(&page).await?.contains("Readings before the work"))
    })
    .await?;
    page.saved().await?;
    page.says("1 done").await?;
    // Undo takes the last mark back.
    page.press("Undo").await?;
    page.until("the step again", || async {
        Ok(shown(&page).await?.contains("Readings before the work"))
    })
    .await?;
    page.close().await
}

/// The phone is restarted under a vehicle, without the program: the job opens as it was heard last, a step is done, a
/// reading is taken; all of it is in the store when the program is back, and nothing twice.
#[tokio::test]
async fn a_phone_opens_and_works_without_the_program() -> Result<()> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("shop.db");
    let args = ["serve", "--db", db.to_str().unwrap_or_default()];
    let server = Server::start(&jovek()?, &args)?;
    let address = server.url.trim_start_matches("http://").to_owned();
    let page = Page::open(&server.url, Size::Phone).await?;
    page.says("The yard is empty").await?;
    page.begin(&[]).await?;
    page.says("Measure next:").await?;
    let path = page.path().await?.replace("/look", "/fit").replace("/light", "/fit");
    page.go(&path).await?;
    page.says("Readings before the work").await?;
    page.until("the app to be kept", || async {
        // Pages that were never opened are kept too.
        let kept = "return caches.open('jovek-1').then((c) => c.keys())
            .then((k) => ['SheetPage', 'Yard', 'ShopPage'].every((p) => k.some((r) => r.url.includes(p))))";
        Ok(page.script(kept, vec![]).await? == true)
    })
    .await?;
    server.kill();
    page.reload().await?;
    page.says("No connection: the job as it was").await?;
    page.says("Readings before the work").await?;
    page.press("Done").await?;
    page.says("1 mark waits for a connection").await?;
    page.go(&path.replace("/fit", "/prove")).await?;
    page.press("All readings").await?;
    page.says("Battery at rest").await?;
    let row = "[data-check='battery.rest_v']";
    page.fill("Battery at rest, reading", "12.61").await?;
    let keep = format!("document.querySelector(\"{row} button[type=submit]\").click()");
    page.script(&keep, vec![]).await?;
    page.says("1 mark and 1 reading wait for a connection").await?;
    page.until("the reading beside its check", || async {
        Ok(page.text(row).await?.contains("12.61 V waits here"))
    })
    .await?;
    ensure!(page.overflow_px().await? <= 0.0, "Prove on a phone without connection");
    // Even the browser may be closed in between.
    page.reload().await?;
    page.says("1 mark and 1 reading wait").await?;
    let server = Server::start_at(&jovek()?, &args, &address)?;
    page.says_no_more("wait for a connection").await?;
    page.says_no_more("No connection: the job").await?;
    page.until("the judged reading", || async { Ok(page.text(row).await?.contains("12.61 V")) })
        .await?;
    let held: serde_json::Value =
        serde_json::from_str(&reqwest::get(server.at("/api/jobs/1")).await?.text().await?)?;
    let list = |what: &str| held["job"][what].as_array().map_or(0, Vec::len);
    ensure!(list("work") == 1 && list("readings") == 1, "{}", held["job"]);
    // The same reading sent again, as after a lost answer, counts once.
    let first = &held["job"]["readings"][0];
    let again = serde_json::json!([{"check": first["check"], "value": first["value"],
        "at": first["at"], "by": first["by"]}]);
    let client = reqwest::Client::new();
    let answer = client.post(server.at("/api/jobs/1/log")).json(&again).send().await?;
    let held: serde_json::Value = serde_json::from_str(&answer.text().await?)?;
    ensure!(held["job"]["readings"].as_array().is_some_and(|r| r.len() == 1));
    page.close().await
}

/// A mark that had waited and that the program does not take stays on the device with its reason, through a reload,
/// until somebody sends it again or lets it go.
#[tokio::test]
async fn what_is_not_taken_is_kept() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/2/fit").await?;
    page.saved().await?;
    page.script(
        "localStorage.setItem('jovek.waiting.2', JSON.stringify([
           { mark: { step: 'gone.since', mark: 'done', at: '2026-11-28T09:40:00Z' } }]))",
        vec![],
    )
    .await?;
    page.reload().await?;
    page.says("Not taken, kept here: mark \"done\" of 09:40 UTC.").await?;
    page.says("the plan has no step \"gone.since\"").await?;
    page.reload().await?;
    page.says("Not taken, kept here").await?;
    ensure!(page.overflow_px().await? <= 0.0, "what was not taken, on a phone");
    page.press("Send again").await?;
    page.says("Not taken, kept here").await?;
    page.press("Discard").await?;
    page.says_no_more("Not taken").await?;
    page.reload().await?;
    page.says_no_more("Not taken").await?;
    page.close().await
}

/// On a phone the header is one line, the step with its buttons stands in the first screen above the stages at the thumb,
/// and each of them is as large as a glove wants it: 56 px.
#[tokio::test]
async fn the_step_stands_in_the_first_screen() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/1/fit").await?;
    page.says("Step 10 of 38").await?;
    let places = "const box = (e) => e.getBoundingClientRect();
        const buttons = [...document.querySelectorAll('section[aria-label=Step] .at-thumb button')].map(box);
        const bar = box(document.querySelector('nav[aria-label=Stages]'));
        return [box(document.querySelector('header')).height, Math.max(...buttons.map((b) => b.bottom)),
                Math.min(...buttons.map((b) => b.height)), bar.top, bar.bottom, bar.height, innerHeight]";
    let found: Vec<f64> = serde_json::from_value(page.script(places, vec![]).await?)?;
    let [header, lowest, tall, bar_top, bar_bottom, bar_height, screen] = found[..] else {
        anyhow::bail!("{found:?}");
    };
    ensure!(header <= 56.0, "a header of {header} px");
    ensure!(
        lowest <= bar_top && tall >= 56.0,
        "buttons of {tall} px down to {lowest}, bar at {bar_top}"
    );
    ensure!((bar_bottom - screen).abs() < 1.0 && bar_height >= 56.0, "{found:?}");
    println!(
        "Fit on a phone: header {header:.0} px, lowest button ends at {lowest:.0} of {screen:.0} px"
    );
    // One reading at a time: the first that nobody took, its box, back and next within the first screen.
    page.go("/jobs/1/prove").await?;
    page.says("Reading 2 of 26").await?;
    let places = "const box = (e) => e.getBoundingClientRect();
        const all = [...document.querySelectorAll('.one-reading button, .one-reading input')].map(box);
        return [Math.max(...all.map((b) => b.bottom)), Math.min(...all.map((b) => b.height)), all.length,
                box(document.querySelector('nav[aria-label=Stages]')).top]";
    let found: Vec<f64> = serde_json::from_value(page.script(places, vec![]).await?)?;
    let [lowest, tall, count, bar_top] = found[..] else { anyhow::bail!("{found:?}") };
    ensure!(count >= 5.0 && lowest <= bar_top && tall >= 56.0, "{found:?}");
    println!("Prove on a phone: lowest button ends at {lowest:.0} of {screen:.0} px");
    page.fill("Key off, before the work, reading", "0,03").await?;
    page.press("Keep").await?;
    page.says("Good").await?;
    page.press("Next").await?;
    page.says("Reading 3 of 26").await?;
    page.press("Back").await?;
    page.says("0.03 A").await?;
    page.press("All readings").await?;
    page.says("of 26 read").await?;
    page.press("One at a time").await?;
    page.says("Reading 3 of 26").await?;
    // What the job is called, and who works on it, is at the end of the page.
    page.fill("Your name", "Ines").await?;
    page.close().await
}
