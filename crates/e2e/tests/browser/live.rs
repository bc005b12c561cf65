//! What others do shows at once: in the yard, in an open job, and who else has it open.

use anyhow::Result;
use jovek_e2e::{Page, Size};
use thirtyfour::{Key, TypingData};

#[tokio::test]
async fn a_colleagues_change_appears() -> Result<()> {
    let (server, desk) = crate::demo(Size::Desk).await?;
    let phone = Page::open(&server.url, Size::Phone).await?;
    desk.go("/jobs/2/look").await?;
    desk.saved().await?;
    desk.fill("Your name", "Ada").await?;
    phone.go("/jobs/2/prove").await?;
    phone.saved().await?;
    phone.fill("Your name", "Cy").await?;
    // Names are told by the next look; both are somebody until then.
    desk.reload().await?;
    phone.reload().await?;
    desk.says("Also here: Cy").await?;
    // A reading on the phone stands on the desk, without a touch there.
    desk.go("/jobs/2/prove").await?;
    desk.saved().await?;
    phone.press("All readings").await?;
    phone.fill("Battery at rest, reading", "12.5").await?;
    phone.keys(TypingData::from("") + Key::Enter).await?;
    phone.says(", Cy").await?;
    desk.says(", Cy").await?;
    phone.go("/").await?;
    desk.says_no_more("Also here: Cy").await?;
    // The yard moves by itself.
    phone.says("Pump-service truck").await?;
    desk.go("/jobs/1/look").await?;
    desk.saved().await?;
    desk.fill("Job", "Pump truck, renamed on the desk").await?;
    desk.saved().await?;
    phone.says("Pump truck, renamed on the desk").await?;
    phone.close().await?;
    desk.close().await
}
