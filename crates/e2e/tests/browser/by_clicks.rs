//! The whole job with the mouse, as a first-time user meets it.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size};

#[tokio::test]
async fn the_whole_job_by_clicks() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    open_a_job_of_the_demo(&page).await?;
    make_a_job(&page).await?;
    look(&page).await?;
    light(&page).await?;
    feed(&page).await?;
    run(&page).await?;
    answers(&page).await?;
    switch(&page).await?;
    cut(&page).await?;
    prove(&page).await?;
    everything_is_still_there(&page).await?;
    page.close().await
}

async fn open_a_job_of_the_demo(page: &Page) -> Result<()> {
    for unit in ["14 ", "22 ", "40 ", "51 "] {
        page.press(unit).await?;
        page.saved().await?;
        ensure!(!page.text("h1").await?.is_empty());
        page.press("Jovek, to the yard").await?;
        page.says("New job").await?;
    }
    Ok(())
}

/// Three presses give a sized and explained circuit; all of it marked as assumed.
async fn make_a_job(page: &Page) -> Result<()> {
    page.begin(&[]).await?;
    page.says("Measure next:").await?;
    let headline = page.text("[data-testid=headline]").await?;
    for unit in ["mm²", " A fuse", " A"] {
        ensure!(headline.contains(unit), "{headline}");
    }
    ensure!(!page.text("[data-testid=why]").await?.is_empty());
    page.press("1 Look").await?;
    page.says("Capacity (assumed)").await
}

async fn look(page: &Page) -> Result<()> {
    page.fill("Your name", "Ada").await?;
    for (label, text) in [
        ("Unit", "62"),
        ("Job", "Bed and tail lamps"),
        ("Vehicle", "Corran C20, last of twelve"),
        ("Capacity", "70"),
        ("Internal resistance", "5.5"),
        ("Charging", "14.4"),
        ("Rated", "120"),
        ("At idle", "55 A"),
    ] {
        page.fill(label, text).await?;
    }
    page.pick("Type", "AGM").await?;
    page.press("Add a factory circuit").await?;
    for (label, text) in [
        ("Name", "Tail lamps"),
        ("Fuse", "10"),
        ("Carries already", "1,7"),
        ("Fuse box to joint", "4"),
        ("Probe, function on", "12.5"),
    ] {
        page.fill(label, text).await?;
    }
    page.pick("Follows", "parking lamps").await?;
    page.pick("Output", "plain: full voltage or none").await?;
    page.pick("Wire", "0.75 mm²").await?;
    page.says("Go on").await?;
    page.fill("Probe, function off", "0").await?;
    page.says("Usable.").await?;
    // Between 3 and 10 V a module pulses or dims it; a minus shows the leads swapped.
    page.fill("Probe, function on", "6").await?;
    page.says("Not usable.").await?;
    page.fill("Probe, function on", "-12.4").await?;
    page.says("The minus sign shows").await?;
    page.says("6.30 A free of 8.00 A").await?;
    page.saved().await
}

async fn light(page: &Page) -> Result<()> {
    page.press("2 Light").await?;
    page.fill("Name of the circuit", "Bed lamps").await?;
    page.fill("How many", "2").await?;
    page.fill("Label, one lamp", "20").await?;
    page.fill("Measured, one lamp", "1.74").await?;
    page.press("Keep").await?;
    page.says("Give amps and volts.").await?;
    page.fill("at", "12.6").await?;
    page.press("Keep").await?;
    // 1.74 A x 12.6 V = 21.9 W against 20 W.
    page.says("22 W each, measured (label 20 W)").await?;
    page.says("+10 % against the label").await?;
    page.press("Add circuit").await?;
    page.fill("Name of the circuit", "Tail strip").await?;
    page.pick("Lit", "parking lamps").await?;
    page.pick("Add a light", "LED strip, 1 m, 12 W").await?;
    page.press("Remove").await?;
    page.says("strip").await?;
    page.saved().await
}

/// Each circuit is advised on by what it is for, and a person may still choose.
async fn feed(page: &Page) -> Result<()> {
    page.press("3 Feed").await?;
    let advised = "section[aria-label='Tie in to Tail lamps']";
    page.until("the tie-in to be advised for the strip", || async {
        Ok(page.text(advised).await?.contains("advised, in use"))
    })
    .await?;
    ensure!(page.text(advised).await?.contains("Comes on exactly with the parking lamps"));
    page.press("Use this").await?;
    page.says("Follow the advice again").await?;
    page.press("Follow the advice again").await?;
    page.says("advised, in use").await?;
    page.pick("Circuit", "Bed lamps").await?;
    let own = "section[aria-label='Own circuit from the battery']";
    page.until("an own circuit to be advised for the work lamps", || async {
        Ok(page.text(own).await?.contains("advised, in use"))
    })
    .await?;
    page.saved().await
}

async fn run(page: &Page) -> Result<()> {
    page.press("5 Run").await?;
    for (section, metres) in [
        ("Post to fuse", "0.15"),
        ("Fuse to relay or switch", "0.6"),
        ("Along the frame", "3.8 m"),
        ("Frame to lamps", "0.9"),
        ("Lamps to stud", "0.5"),
    ] {
        page.fill(&format!("{section}, length"), metres).await?;
    }
    page.press("more of Along the frame").await?;
    page.pick("Zone", "underbody, 50 °C").await?;
    page.fill("Wires beside", "3").await?;
    page.fill("Hot there", "45").await?;
    page.says("underbody 45 °C, beside 3").await?;
    page.saved().await
}

/// Every figure follows the path while it is typed; each has its rule and its next best.
async fn answers(page: &Page) -> Result<()> {
    for part in ["wire", "insulation", "fuse", "control", "switch", "ground"] {
        ensure!(!page.text(&format!("[data-part={part}]")).await?.is_empty(), "{part}");
    }
    let short = page.text("[data-part=wire]").await?;
    page.fill("Along the frame, length", "14").await?;
    page.until("a thicker wire for a longer path", || async {
        let now = page.text("[data-part=wire]").await?;
        Ok(area_mm2(&now)? > area_mm2(&short)?)
    })
    .await?;
    page.fill("Along the frame, length", "3.8").await?;
    page.until("the thinner wire again", || async {
        Ok(page.text("[data-part=wire]").await? == short)
    })
    .await?;
    for (state, button) in [("Charging", "Charging"), ("Low battery", "Low battery")] {
        page.press(button).await?;
        page.until(state, || async {
            let label = page
                .script("return document.querySelector('svg[role=group]').ariaLabel", vec![])
                .await?;
            Ok(label.as_str().unwrap_or_default().contains(state))
        })
        .await?;
    }
    page.press("fuse").await?;
    page.says("before,").await?;
    page.press("Why, with figures").await?;
    page.says("Source").await?;
    page.press("Wire").await?;
    page.press("Take another wire").await?;
    page.pick("Another wire", "6 mm²").await?;
    page.fill("Why", "left on the reel").await?;
    page.press("Take it").await?;
    page.says("Your choice").await?;
    page.press("Back to the proposal").await?;
    page.says_no_more("Your choice").await?;
    page.saved().await
}

fn area_mm2(label: &str) -> Result<f64> {
    Ok(label.trim_end_matches(" mm²").parse()?)
}

async fn switch(page: &Page) -> Result<()> {
    page.press("4 Switch").await?;
    // Three ways, ranked; the relay is chosen against a switch alone.
    let relay = "section[aria-label='Relay']";
    page.until("the ways", || async { Ok(page.text(relay).await?.contains("carries the lamps")) })
        .await?;
    page.script(&format!("document.querySelector(\"{relay} button\")?.click()"), vec![]).await?;
    page.until("the relay in use", || async { Ok(page.text(relay).await?.contains("in use")) })
        .await?;
    page.fill("Relay to switch, one way", "1.6").await?;
    page.press("relay").await?;
    page.says("between 86 and 85").await?;
    page.saved().await
}

async fn cut(page: &Page) -> Result<()> {
    page.press("6 Cut").await?;
    page.says("Cut list, unit 62: Bed and tail lamps").await?;
    let rows = page
        .script(
            "return document.querySelectorAll('[aria-label=\"Pieces of wire\"] tbody tr').length",
            vec![],
        )
        .await?;
    ensure!(rows.as_u64() >= Some(8), "{rows} pieces");
    page.says("Parts list").await?;
    let csv = page.download("a[href$='as=wires-csv']").await?;
    ensure!(csv.lines().count() as u64 > rows.as_u64().unwrap_or(0), "{csv}");
    ensure!(csv.starts_with("label,"), "{csv}");
    // On paper: no controls, the lists alone.
    page.medium("print").await?;
    let words = page.words().await?;
    for (word, is_printed) in
        [("Cut list, unit 62", true), ("Parts list", true), ("Find or do", false), ("Undo", false)]
    {
        ensure!(words.contains(word) == is_printed, "\"{word}\" on paper:\n{words}");
    }
    // The list takes the whole width of the sheet: no column is cut off.
    let widths = page
        .script(
            "const list = document.querySelector('[aria-label=\"Pieces of wire\"]');
             return [list.scrollWidth - list.clientWidth, list.clientWidth / innerWidth]",
            vec![],
        )
        .await?;
    ensure!(widths[0].as_f64() <= Some(0.0) && widths[1].as_f64() > Some(0.9), "{widths}");
    page.medium("screen").await
}

async fn prove(page: &Page) -> Result<()> {
    page.press("8 Prove").await?;
    page.fill("Battery at rest, reading", "12.61 V").await?;
    page.press("Keep").await?;
    page.says("Good").await?;
    page.fill("Bed lamps: lost in the feed, reading", "3.0").await?;
    let keeps = "const rows = [...document.querySelectorAll('[data-check]')];
        return rows.findIndex((r) => r.innerText.startsWith('Bed lamps: lost in the feed'))";
    let index = page.script(keeps, vec![]).await?.as_u64().unwrap_or(0);
    page.press_nth("Keep", usize::try_from(index)?).await?;
    page.says("Too high").await?;
    page.says(", Ada").await
}

async fn everything_is_still_there(page: &Page) -> Result<()> {
    page.reload().await?;
    page.says("Too high").await?;
    page.says("Good").await?;
    page.press("1 Look").await?;
    page.holds("Vehicle", "Corran C20, last of twelve").await?;
    page.holds("Carries already", "1.7").await?;
    page.press("5 Run").await?;
    page.holds("Along the frame, length", "3.8").await?;
    page.press("Jovek, to the yard").await?;
    page.says("Bed and tail lamps").await
}
