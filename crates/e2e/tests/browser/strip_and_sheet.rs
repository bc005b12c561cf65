//! A strip planned by clicks, the sheet on paper, the shop's list with bad rows, places that are added.

use anyhow::{Context, Result, ensure};
use jovek_e2e::{Page, Size, pdf_pages};
use std::io::Write as _;

/// Text of the list under a heading of the strip.
async fn takes(page: &Page) -> Result<String> {
    page.text("section[aria-label='What it takes']").await
}

#[tokio::test]
async fn a_strip_is_laid_around_edges() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    // A circuit without strip says where to begin.
    page.go("/jobs/4/run").await?;
    page.press("Strip").await?;
    page.says("No strip in this circuit").await?;
    page.go("/jobs/1/run").await?;
    page.pick("Circuit", "Step lights").await?;
    page.press("Strip").await?;
    page.press("Lay it along edges").await?;
    page.says("1 piece of strip, 1.00 m lit").await?;
    page.script("document.querySelector('[data-path$=\"edges[0].length_m\"]').focus()", vec![])
        .await?;
    set(&page, "edges[0].length_m", "2.27").await?;
    page.says("2.25 m lit").await?;
    page.fill("Power", "14.4").await?;
    page.fill("Mark to mark", "62.5").await?;
    page.says("cut behind mark 36").await?;
    page.saved().await?;
    // An obstacle parts it; the short side takes a module.
    page.press("Add an obstacle").await?;
    page.fill("From", "0.2").await?;
    page.fill("To", "0.3").await?;
    page.says("1 piece of strip and 1 module").await?;
    let before = takes(&page).await?;
    page.press("Add an edge").await?;
    page.until("more strip", || async { Ok(takes(&page).await? != before) }).await?;
    // An edge of the picture leads to its facts, by key as by hand.
    page.script("document.querySelector('[data-edge=\"1\"]').focus()", vec![]).await?;
    page.keys("\u{E007}").await?;
    page.until("the length of the edge", || async {
        let at = page.script("return document.activeElement.dataset.path", vec![]).await?;
        Ok(at.as_str().is_some_and(|at| at.ends_with("edges[1].length_m")))
    })
    .await?;
    // Another way to feed it: more leads, another light.
    let light = "return document.querySelector('figure polyline').getAttribute('points')";
    let before = page.script(light, vec![]).await?;
    page.press("Use four runs").await?;
    page.says("four runs, chosen").await?;
    page.until("other light", || async { Ok(page.script(light, vec![]).await? != before) }).await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("strip run 4 +").await?;
    page.says("reel of strip, 5 m").await?;
    // Bad input is named at its place.
    page.press("5 Run").await?;
    page.press("Strip").await?;
    page.fill("To", "9").await?;
    page.says("give 0 to 2.27 m").await?;
    page.fill("To", "0.3").await?;
    page.saved().await?;
    let found = page.axe().await?;
    let serious = found.iter().filter(|v| v.impact == "serious" || v.impact == "critical");
    ensure!(serious.count() == 0, "{found:?}");
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? <= 0.0, "a strip on a phone");
    page.close().await
}

/// Types into the field of a place in the job: several fields may have one label.
async fn set(page: &Page, ends_with: &str, text: &str) -> Result<()> {
    let field = format!(
        "const f = document.querySelector('[data-path$=\"{ends_with}\"]'); f.focus(); f.select()"
    );
    page.script(&field, vec![]).await?;
    page.keys(text).await
}

/// Modules behind openings, screws and pins: typed under Light and Run, read at once.
#[tokio::test]
async fn openings_screws_and_pins() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/7/run").await?;
    page.press("Strip").await?;
    page.press("Modules behind a row of openings").await?;
    page.says("row of 420 mm wide: 4 modules").await?;
    page.fill("Space behind", "25").await?;
    page.says("row of 420 mm wide: 5 modules").await?;
    page.saved().await?;
    page.go("/jobs/1/light").await?;
    page.says("stops 6.0 mm short of the skin").await?;
    page.fill("Space behind", "10").await?;
    page.says("runs 6.0 mm into the skin behind; at most 16 mm long").await?;
    page.press("5 Run").await?;
    page.says("screw against the skin behind").await?;
    page.close().await
}

/// The harness sheet on paper: seen as a picture, and page by page.
#[tokio::test]
async fn the_sheet_is_printed() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/4/cut").await?;
    page.press("Harness").await?;
    page.says("pages of A4 at a larger scale").await?;
    let count = "return document.querySelectorAll('details .sheet-page').length";
    let sheets = page.script(count, vec![]).await?.as_u64().context("no count")? as usize;
    ensure!(sheets > 1, "{sheets} sheets");
    page.medium("print").await?;
    let words = page.words().await?;
    for (word, is_printed) in
        [("Pin tables", true), ("Find or do", false), ("Cut list, CSV", false)]
    {
        ensure!(words.contains(word) == is_printed, "\"{word}\" on paper:\n{words}");
    }
    // The drawing stands at the left edge, dark lines on white; where the stages were there is none of
    // their black.
    let at =
        "const b = document.querySelector('[aria-label=Formboard] img').getBoundingClientRect();
        return [b.left, b.top, b.width, b.height].map(Math.round)";
    let at: Vec<usize> = serde_json::from_value(page.script(at, vec![]).await?)?;
    let [left, top, width, height] = at[..] else { anyhow::bail!("{at:?}") };
    ensure!(left < 60 && width > 1000, "the drawing on paper: {at:?}");
    let picture = page.picture().await?;
    let drawn = picture.dark_part((left, top, width, height.min(600)));
    ensure!((0.001..0.2).contains(&drawn), "{drawn} of the drawing is dark");
    let above = picture.dark_part((0, 0, 1280, 20));
    ensure!(above < 0.1, "{above} of the head is dark");
    // Each sheet on a page of its own, behind the lists.
    let pages = pdf_pages(&page.printed().await?);
    ensure!(pages > sheets, "{pages} pages for {sheets} sheets");
    page.medium("").await?;
    page.close().await
}

#[tokio::test]
async fn a_price_list_with_bad_rows() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    let mut list = tempfile::Builder::new().suffix(".csv").tempfile()?;
    list.write_all(
        b"part;held;price\n\"ring M6, red\";20;0,35\n;3;1\nrelay socket;two;4,10\n\
          \"ring M6, red\";1;1\nrelay socket;4;4,10\n",
    )?;
    page.go("/shop").await?;
    page.says("87 parts on the list").await?;
    page.press("Empty the list").await?;
    page.says("0 parts on the list").await?;
    page.choose_file(list.path()).await?;
    page.says("3 rows cannot be taken").await?;
    for says in
        ["line 3", "no part named", "line 4", "is not a number", "line 5", "is in the list already"]
    {
        page.says(says).await?;
    }
    page.press("Take the 2 good rows").await?;
    page.says("2 parts on the list").await?;
    let back = page.download("a[href='/api/stock/csv']").await?;
    ensure!(
        back.contains("\"ring M6, red\",20,0.35") && back.contains("relay socket,4,4.1"),
        "{back}"
    );
    // What is no list says so and changes nothing.
    page.fill("or paste it", "name,colour\na,red").await?;
    page.press("Read the list").await?;
    page.says("has no column \"part\"").await?;
    page.says("2 parts on the list").await?;
    // The estimate knows the shelf.
    page.go("/jobs/4/cut").await?;
    page.press("Estimate").await?;
    let row = "return [...document.querySelectorAll('[aria-label=\"Parts to buy\"] tr')]
        .find((r) => r.innerText.includes('relay socket'))?.innerText ?? ''";
    page.until("the shelf in the estimate", || async {
        let text = page.script(row, vec![]).await?;
        Ok(text.as_str().is_some_and(|t| t.contains("4.10")))
    })
    .await?;
    page.says("no hourly rate").await?;
    page.fill("An hour of work", "60").await?;
    page.says_no_more("no hourly rate").await?;
    page.saved().await?;
    page.close().await
}

#[tokio::test]
async fn places_and_ways_are_added_and_named() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    page.press("Vehicle").await?;
    page.pick("Place", "rear, left").await?;
    page.press("Add a place beside rear, left").await?;
    page.fill("Name", "tool locker").await?;
    page.fill("Above the ground", "1.2").await?;
    page.saved().await?;
    // A lamp sits there now, and its wire goes there.
    page.pick("Lamp 1", "tool locker").await?;
    page.says("Here: Rear work lamps: supply").await?;
    page.says("rear, left to new place 1").await?;
    page.pick("New way to", "rear, right").await?;
    page.press("Add the way").await?;
    page.saved().await?;
    page.fill("Above the ground", "99").await?;
    page.says("give -0.5 to 5 m").await?;
    page.fill("Above the ground", "1.1").await?;
    page.saved().await?;
    page.close().await
}

/// Joints in their order of work, terminals with torque, connectors from both faces; the shop's own colours
/// move the cut list.
#[tokio::test]
async fn joints_connectors_and_own_colours() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/4/cut").await?;
    page.press("Joints").await?;
    page.says("slide on first: heat-shrink").await?;
    page.says("nut 10 to 14 N m").await?;
    let faces = "return [...document.querySelectorAll('[aria-label=Connectors] svg')]
        .map((s) => s.getAttribute('aria-label'))";
    let faces = page.script(faces, vec![]).await?;
    let faces: Vec<String> = serde_json::from_value(faces)?;
    ensure!(faces.len() >= 14, "{faces:?}");
    for pair in faces.chunks(2) {
        ensure!(pair[0] == "Mating face: 1 2" && pair[1] == "From the wire side: 2 1", "{pair:?}");
    }
    let found = page.axe().await?;
    let serious = found.iter().filter(|v| v.impact == "serious" || v.impact == "critical");
    ensure!(serious.count() == 0, "{found:?}");
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? <= 0.0, "joints on a phone");
    page.resize(Size::Desk).await?;
    // A soldering shop: what bends is still crimped, and says why.
    page.go("/jobs/4/look").await?;
    page.pick("Joints", "solder, heat-shrink").await?;
    page.pick("Colours of wires", "the shop's own").await?;
    page.fill("Ground", "white").await?;
    page.fill("Circuits in turn", "pink, orange").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("pink").await?;
    page.says_no_more("brown").await?;
    page.press("Joints").await?;
    page.says("crimped: solder breaks where the wire bends").await?;
    page.says("soldered splice").await?;
    page.close().await
}

/// A lamp whose plug is the other way round: ticked under Light, swapped in the table of its plug.
#[tokio::test]
async fn pins_are_swapped_for_a_lamp_that_wants_it() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    let pins = "return [...document.querySelectorAll('[aria-label=Connectors] li')]
        .find((l) => l.innerText.startsWith('Load-bay strip: lamp')).innerText";
    crate::opened_again(&page, 2).await?;
    page.go("/jobs/2/cut").await?;
    page.press("Joints").await?;
    page.says("Load-bay strip: lamp").await?;
    let before = page.script(pins, vec![]).await?;
    page.press("2 Light").await?;
    page.press("How it is held, its lead and plug").await?;
    let tick = "[...document.querySelectorAll('label')]
        .find((l) => l.textContent.includes('minus on 1')).querySelector('input').click()";
    page.script(tick, vec![]).await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.press("Joints").await?;
    page.says("pins swapped").await?;
    ensure!(page.script(pins, vec![]).await? != before);
    page.close().await
}

/// What a lamp's lead ends in, and that supply and return go through one connector, is said on the page: the
/// harness follows.
#[tokio::test]
async fn a_bare_lead_and_a_shared_connector() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    // Unit 51: bed lamps along a path that is told section by section.
    page.go("/jobs/5/light").await?;
    page.press("How it is held, its lead and plug").await?;
    page.pick("Its lead ends in", "bare wires").await?;
    page.press("6 Cut").await?;
    page.press("Joints").await?;
    page.says("lamp 1 + lead").await?;
    page.says_no_more("Bed lamps: lamp 1").await?;
    page.press("5 Run").await?;
    page.press("more of Lamps to stud").await?;
    page.pick("At its end", "ends at a connector").await?;
    page.pick("Connector", "new, to be shared").await?;
    page.press("more of Along the frame").await?;
    page.pick("At its end", "ends at a connector").await?;
    page.pick("Connector", "shared: Lamps to stud").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.press("Joints").await?;
    // One connector, both wires in it.
    page.says("sealed 2-way connector").await?;
    page.close().await
}
