//! People by clicks: accounts are turned on, an apprentice is invited, comes in, and is refused with words.

use anyhow::{Context, Result, ensure};
use jovek_e2e::Size;
use thirtyfour::{Key, TypingData};

#[tokio::test]
async fn an_apprentice_is_invited_and_refused_with_words() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/").await?;
    page.press("People").await?;
    page.says("On this machine alone nobody enters").await?;
    page.press("Turn accounts on").await?;
    page.says("The first lead of this shop").await?;
    page.fill("Name", "Ada Holt").await?;
    page.fill("Password", "short").await?;
    page.press("Come in").await?;
    page.says("The password needs 10 letters or more.").await?;
    page.fill("Password", "red on the frame").await?;
    page.press("Come in").await?;
    page.says("Pump-service truck").await?;
    page.says("Ada Holt").await?;
    page.go("/people").await?;
    page.fill("Name", "Dee").await?;
    page.pick("Role", "Apprentice").await?;
    page.press("Invite").await?;
    page.says("It works once, within seven days").await?;
    let link = "return document.querySelector('[role=status] .font-reading').innerText";
    let link = page.script(link, vec![]).await?;
    let (_, path) =
        link.as_str().and_then(|l| l.rsplit_once("/join")).context("a link to come in by")?;
    crate::no_serious(&page, "people").await?;
    // Somebody else's turn at this screen.
    page.press("Ada Holt").await?;
    page.press("Leave").await?;
    page.says("Who are you?").await?;
    crate::no_serious(&page, "enter").await?;
    page.fill("Name", "Dee").await?;
    page.fill("Password", "no idea at all").await?;
    page.press("Enter").await?;
    page.says("Name or password does not fit").await?;
    page.go(&format!("/join{path}")).await?;
    page.says("Welcome, Dee").await?;
    page.fill("Password", "black on the post").await?;
    page.press("Come in").await?;
    page.says("Pump-service truck").await?;
    // What an apprentice may not is said, and not kept.
    page.go("/jobs/2/run").await?;
    page.says("Load-bay strip").await?;
    page.go("/people").await?;
    page.says("This needs a lead; you are entered as apprentice.").await?;
    page.go("/jobs/1/run").await?;
    page.saved().await?;
    page.press("Back to sections measured one by one").await?;
    page.says("This needs a fitter; you are entered as apprentice.").await?;
    page.press("Undo").await?;
    page.saved().await?;
    // What they may is kept under their name.
    page.go("/jobs/1/prove").await?;
    page.says("Readings").await?;
    page.fill("Battery at rest, reading", "12.6").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.says(", Dee").await?;
    // The way back in by name and password.
    page.resize(Size::Phone).await?;
    page.go("/").await?;
    page.press("Dee").await?;
    page.press("Leave on every device").await?;
    page.says("Who are you?").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the door on a phone");
    page.fill("Name", "dee").await?;
    page.fill("Password", "black on the post").await?;
    page.press("Enter").await?;
    page.says("Pump-service truck").await?;
    page.close().await
}
