//! The register of the fleet in the page: found, read from a list, changed, and one vehicle over its life.

use anyhow::{Result, ensure};
use jovek_e2e::Size;

/// A list with a bad row: it is named, the others say what they would change, and only then they are taken.
#[tokio::test]
async fn a_list_of_vehicles_is_read_and_taken() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.press("Vehicles").await?;
    page.says("Orme 18").await?;
    page.press("Read a list of vehicles").await?;
    let list = "unit,depot,odometer_km\n14,Fen End,48210\n81,Fen End,12\n82,Fen End,far\n";
    page.fill("or paste it", list).await?;
    page.press("Read the list").await?;
    page.says("1 row cannot be taken").await?;
    page.says("odometer \"far\" is not a number").await?;
    page.says("depot: Fen End, was Halt Lane").await?;
    page.press("Take the 2 good rows").await?;
    page.says_no_more("1 row cannot be taken").await?;
    page.fill("Unit, model, option, plate or depot", "fen end").await?;
    page.says("1 to 2 of 2").await?;
    crate::no_serious(&page, "vehicles").await?;
    let csv = page.download("a[href='/api/vehicles/csv']").await?;
    ensure!(csv.contains("81,,,,,12,Fen End"), "{csv}");
    page.close().await
}

/// A vehicle keeps its jobs and tells what happened to it; its unit may not be another one's.
#[tokio::test]
async fn a_vehicle_over_its_life() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.press("Vehicles").await?;
    page.fill("Unit, model, option, plate or depot", "22").await?;
    page.says("1 to 1 of 1").await?;
    page.press("22").await?;
    page.says("Crew van, load-bay strip").await?;
    page.says("Yearly look").await?;
    page.fill("Plate or serial number", "HL 22 X").await?;
    page.fill("Unit", "14").await?;
    page.press("Keep").await?;
    page.says("unit 14 is another vehicle").await?;
    page.fill("Unit", "22").await?;
    page.press("Keep").await?;
    page.says_no_more("is another vehicle").await?;
    page.reload().await?;
    page.holds("Plate or serial number", "HL 22 X").await?;
    crate::no_serious(&page, "a vehicle").await?;
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? < 1.0, "nothing hangs over at the right");
    page.close().await
}

/// One that has no job yet goes out of the register again.
#[tokio::test]
async fn a_vehicle_is_added_and_taken_out() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/vehicles").await?;
    page.fill("Unit of a new vehicle", "T3").await?;
    page.press("Add vehicle").await?;
    page.says("unit T3 is another vehicle").await?;
    page.fill("Unit of a new vehicle", "T9").await?;
    page.press("Add vehicle").await?;
    page.says("Nothing was read, seen or signed on it yet").await?;
    page.press("Remove from the list").await?;
    page.says("Unit of a new vehicle").await?;
    page.fill("Unit, model, option, plate or depot", "T9").await?;
    page.says("No vehicle is called so").await?;
    page.close().await
}
