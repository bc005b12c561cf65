//! The vehicle as a skeleton: typed, measured, forbidden; metres and volts follow.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size};

/// Touches a way of the picture.
async fn touch(page: &Page, way: &str) -> Result<()> {
    let script = "document.querySelector(`[data-way=\"${arguments[0]}\"]`)
        .dispatchEvent(new MouseEvent('click', { bubbles: true }))";
    page.script(script, vec![way.into()]).await?;
    Ok(())
}

/// The text of the path and of all wires.
async fn metres(page: &Page) -> Result<String> {
    page.text("section[aria-label='Skeleton']").await
}

#[tokio::test]
async fn dimensions_are_typed_and_a_way_is_measured() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    crate::by_sections(&page).await?;
    page.press("Lay the wires on a skeleton").await?;
    page.pick("Body", "pickup").await?;
    page.press("Vehicle").await?;
    page.says("of loom").await?;
    page.fill("Length", "5.2").await?;
    page.fill("Width", "1.8").await?;
    page.fill("Height", "1.75").await?;
    page.saved().await?;
    let before = metres(&page).await?;
    page.fill("Length", "6.4").await?;
    page.until("longer wires", || async { Ok(metres(&page).await? != before) }).await?;
    // Bad input is named and changes nothing.
    page.fill("Length", "640").await?;
    page.says("give 1 to 20 m").await?;
    page.fill("Length", "6.4").await?;
    touch(&page, "rail_lf-rail_lm").await?;
    page.says("left rail, front to left rail, middle").await?;
    let before = metres(&page).await?;
    page.fill("Measured", "3.1").await?;
    page.says("3.10 m, measured").await?;
    page.until("the path to follow", || async { Ok(metres(&page).await? != before) }).await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("branch +").await?;
    page.close().await
}

#[tokio::test]
async fn a_way_is_forbidden_and_what_it_costs_is_told_before() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/9/run").await?;
    page.press("Vehicle").await?;
    page.says("Side markers").await?;
    let before = metres(&page).await?;
    touch(&page, "side_l2-side_l3").await?;
    page.says("Without it:").await?;
    page.says("more wire").await?;
    // A place of the picture opens its own facts.
    let place = "document.querySelector('[data-place=\"junction\"]')
        .dispatchEvent(new MouseEvent('click', { bubbles: true }))";
    page.script(place, vec![]).await?;
    page.holds("Place", "junction").await?;
    let name = "return document.querySelector('[aria-label=Places] input').value";
    ensure!(page.script(name, vec![]).await? == "junction box", "the place's own facts");
    page.press("Forbid this way").await?;
    page.says("Allow this way again").await?;
    page.until("another path", || async { Ok(metres(&page).await? != before) }).await?;
    page.saved().await?;
    page.press("Allow this way again").await?;
    page.until("the old path", || async { Ok(metres(&page).await? == before) }).await?;
    // A hazard is ticked and told.
    let tick = "[...document.querySelectorAll('section[aria-label^=\"Way\"] label')]
        .find((l) => l.textContent === 'brake line').querySelector('input').click()";
    page.script(tick, vec![]).await?;
    page.press("Circuits").await?;
    page.says("along a fuel or brake line").await?;
    page.close().await
}

/// The harness sheet: formboard, reels, pins; it follows what is measured.
#[tokio::test]
async fn the_harness_is_laid_flat() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/9/cut").await?;
    page.press("Harness").await?;
    let drawing = "return decodeURIComponent(document.querySelector('[aria-label=Formboard] img')?.src ?? '')";
    page.until("the formboard", || async {
        let svg = page.script(drawing, vec![]).await?;
        let svg = svg.as_str().unwrap_or_default();
        Ok(svg.contains("scale 1:") && svg.contains("left side, middle"))
    })
    .await?;
    page.says("Cut from reels").await?;
    // Two labels for each wire, as many as rows of the export.
    let labels = "return document.querySelectorAll('[aria-label=\"Label sheet\"] li').length";
    let shown = page.script(labels, vec![]).await?.as_u64();
    let rows = page.download("a[href$='as=labels-csv']").await?.lines().count() as u64 - 1;
    ensure!(shown == Some(rows) && rows > 20, "{shown:?} labels for {rows} rows");
    page.says("Side markers: lamp 1").await?;
    // A shorter reel: more of them.
    let reels = "return document.querySelectorAll('[aria-label=Reels] tbody tr').length";
    let before = page.script(reels, vec![]).await?.as_u64();
    page.fill("Wire on a reel", "6").await?;
    page.until("more reels", || async { Ok(page.script(reels, vec![]).await?.as_u64() > before) })
        .await?;
    page.saved().await?;
    // A job without a skeleton says what to do.
    page.go("/jobs/5/cut").await?;
    page.press("Harness").await?;
    page.says("Lay the wires on a skeleton under Run").await?;
    page.close().await
}

#[tokio::test]
async fn the_skeleton_is_worked_by_keys_and_read_out() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/9/run").await?;
    page.press("Vehicle").await?;
    page.says("of loom").await?;
    let label = "return document.querySelector('[data-way=\"side_l1-side_l2\"]').ariaLabel";
    let said = page.script(label, vec![]).await?;
    let said = said.as_str().unwrap_or_default();
    ensure!(said.contains("1.40 m, measured") && said.contains("wires"), "{said}");
    page.script("document.querySelector('[data-way=\"side_l1-side_l2\"]').focus()", vec![]).await?;
    page.keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Enter).await?;
    page.says("Forbid this way").await?;
    let found = page.axe().await?;
    let serious = found.iter().filter(|v| v.impact == "serious" || v.impact == "critical");
    ensure!(serious.count() == 0, "{found:?}");
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? <= 0.0, "the skeleton on a phone");
    page.close().await
}

/// Where a factory wire is joined, where the second battery stands, what the beams do, what bends: told on the page, kept
/// in the job, answered anew.
#[tokio::test]
async fn places_of_joint_and_battery_and_what_bends() -> Result<()> {
    let (server, page) = crate::demo(Size::Desk).await?;
    let held = async || -> Result<serde_json::Value> {
        let text = reqwest::get(server.at("/api/jobs/1")).await?.text().await?;
        Ok(serde_json::from_str(&text)?)
    };
    page.go("/jobs/1/look").await?;
    page.pick("Joint sits", "left rail, front").await?;
    page.pick("It stands", "relay panel").await?;
    page.field("Low beam stays on with high beam").await?.click().await?;
    page.saved().await?;
    let job = held().await?["job"].clone();
    ensure!(job["factory"][0]["site"] == "rail_lf", "{}", job["factory"][0]);
    ensure!(job["supply"]["auxiliary"]["site"] == "relays", "{}", job["supply"]["auxiliary"]);
    ensure!(job["vehicle"]["low_stays_with_high"] == true, "{}", job["vehicle"]);
    page.go("/jobs/1/run").await?;
    crate::by_sections(&page).await?;
    page.press("more of").await?;
    page.field("Bends in use, as at a hinge").await?.click().await?;
    page.says(", bends in use").await?;
    page.saved().await?;
    let job = held().await?["job"].clone();
    ensure!(
        job["circuits"][0]["run"]["supply"][0]["flexes"] == true,
        "{}",
        job["circuits"][0]["run"]
    );
    page.close().await
}
