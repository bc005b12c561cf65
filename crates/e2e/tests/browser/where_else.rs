//! The search over all jobs in the page.

use anyhow::{Result, ensure};
use jovek_e2e::Size;

const FIELD: &str =
    "Part, place, wire, joint, lot, finding or name; all words must stand in one line";

/// Found by its words, narrowed to a kind, opened; what was changed is found at the next look.
#[tokio::test]
async fn a_part_is_found_on_every_vehicle() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.press("Where else").await?;
    page.fill(FIELD, "relay").await?;
    page.says("ISO micro relay 12 V").await?;
    page.press("parts").await?;
    page.until("the kind in the address", || async {
        let at = page.script("return location.search", vec![]).await?;
        Ok(at.as_str().is_some_and(|at| at.contains("kind=part")))
    })
    .await?;
    crate::no_serious(&page, "where else").await?;
    page.press("All").await?;
    page.fill(FIELD, "unheardword").await?;
    page.says("Nothing is called so").await?;
    page.go("/jobs/1/light").await?;
    page.fill("Name of the circuit", "Unheardword lamps").await?;
    page.saved().await?;
    page.go("/search?find=unheardword%20lamps").await?;
    page.says("1 to 1 of 1 job").await?;
    page.press("Pump-service truck, rear work lamps and beacons").await?;
    page.says("Unheardword lamps").await?;
    page.go("/search?find=relay").await?;
    page.says("ISO micro relay").await?;
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? < 1.0, "nothing hangs over at the right");
    page.close().await
}

/// What was found is called back; each vehicle is seen to by itself, and the list says how far it is.
#[tokio::test]
async fn what_was_found_is_called_back() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/search?find=micro%20relay&kind=part").await?;
    page.says("ISO micro relay").await?;
    page.press("Call these").await?;
    page.fill("Name of the recall", "Relay lot 7").await?;
    page.fill("Why they have to come back", "contacts weld shut").await?;
    page.press("Make the list").await?;
    page.says("contacts weld shut").await?;
    page.says("0 of ").await?;
    page.fill("What was found on unit 14", "changed").await?;
    page.press("Seen to").await?;
    page.says("1 of ").await?;
    crate::no_serious(&page, "a recall").await?;
    page.press("All recalls").await?;
    page.says("Relay lot 7").await?;
    page.press("Relay lot 7").await?;
    page.holds("What was found on unit 14", "changed").await?;
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? < 1.0, "nothing hangs over at the right");
    page.close().await
}
