//! Several functions in one housing, and old lamps beside the new, by clicks.

use anyhow::{Result, ensure};
use jovek_e2e::Size;

/// Two lamps are put into one housing: one part on the list, one plug with a ground for both; taken apart again they are
/// two. What a lamp is taken out of goes with it.
#[tokio::test]
async fn two_lamps_become_one_part() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/light").await?;
    page.press("Several functions in one housing").await?;
    page.holds("Housing", "Rear lamp").await?;
    page.fill("Housing", "Twin lamp").await?;
    page.pick("Put in", "Rear work lamps: LED work lamp 2").await?;
    page.holds("Ground", "chassis_stud").await?;
    page.fill("Ground wire", "0.7").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("Twin lamp ground").await?;
    page.says("ground stud of Twin lamp").await?;
    let lists = page.text("main").await?;
    let parts = lists.split("Parts list").nth(1).unwrap_or_default();
    ensure!(parts.matches("Twin lamp").count() == 1, "{parts}");
    // On a phone nothing is cut off.
    page.resize(Size::Phone).await?;
    page.go("/jobs/1/light").await?;
    page.says("They are separate lamps").await?;
    ensure!(page.overflow_px().await? <= 0.0, "a housing on a phone");
    page.resize(Size::Desk).await?;
    page.press("They are separate lamps").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.until("two lamps again", || async { Ok(!page.text("main").await?.contains("Twin lamp")) })
        .await?;
    page.close().await
}

/// The halogen lamps that come off lie beside the LED ones on the ground and on the wall, or nothing does.
#[tokio::test]
async fn old_lamps_lie_beside_the_new() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/8/aim").await?;
    page.says("As planned").await?;
    page.says("Halogen fog lamp 1").await?;
    page.pick("Beside them", "nothing").await?;
    page.until("the planned lamps alone", || async {
        Ok(!page.text("main").await?.contains("Halogen fog lamp"))
    })
    .await?;
    page.press("Wall").await?;
    page.says("Left: as planned").await?;
    page.says("Halogen fog lamp").await?;
    page.close().await
}
