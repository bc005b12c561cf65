//! The whole job without a mouse: palette, digits, Tab, typing.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size};
use thirtyfour::{Key, TypingData};

fn key(key: Key) -> TypingData {
    TypingData::from("") + key
}

/// Picks from the palette by its words.
async fn find_or_do(page: &Page, words: &str) -> Result<()> {
    page.control('k').await?;
    page.field("Find or do").await?;
    page.keys(words).await?;
    page.keys(key(Key::Enter)).await
}

async fn type_into(page: &Page, label: &str, text: &str) -> Result<()> {
    page.tab_to("field", label).await?;
    page.control('a').await?;
    page.keys(text).await
}

/// A digit is a stage only outside of a field: Escape is not needed, Tab to a button is.
async fn stage(page: &Page, digit: &str, name: &str) -> Result<()> {
    page.tab_to("press", "Jovek, to the yard").await?;
    page.keys(digit).await?;
    page.until(name, || async { Ok(page.text("h2").await? == name) }).await
}

#[tokio::test]
async fn the_whole_job_by_keys() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.keys("/").await?;
    page.field("Find or do").await?;
    page.keys("new job").await?;
    page.keys(key(Key::Enter)).await?;
    page.says("What is to be done?").await?;
    for button in ["Something else", "Begin"] {
        page.tab_to("press", button).await?;
        page.keys(key(Key::Enter)).await?;
    }
    page.says("Measure next:").await?;

    stage(&page, "1", "Look").await?;
    type_into(&page, "Unit", "61").await?;
    type_into(&page, "Job", "Rear lamps").await?;
    type_into(&page, "Capacity", "80").await?;
    page.tab_to("press", "Add a factory circuit").await?;
    page.keys(key(Key::Enter)).await?;
    type_into(&page, "Probe, function on", "12.4").await?;
    type_into(&page, "Probe, function off", "0.1").await?;
    page.says("Usable.").await?;

    stage(&page, "2", "Light").await?;
    type_into(&page, "How many", "3").await?;
    type_into(&page, "Label, one lamp", "18").await?;
    page.says("18 W each").await?;

    stage(&page, "3", "Feed").await?;
    page.says("advised, in use").await?;

    stage(&page, "5", "Run").await?;
    type_into(&page, "Along the frame, length", "4.2").await?;
    page.saved().await?;

    // The question that matters most is answered from the keyboard too.
    page.tab_to("press", "Confirm").await?;
    page.keys(key(Key::Enter)).await?;
    page.saved().await?;

    // States, elements and choices.
    page.tab_to("press", "Engine off").await?;
    page.keys(key(Key::Right)).await?;
    page.keys(" ").await?;
    page.tab_to("press", "fuse").await?;
    page.keys(key(Key::Enter)).await?;
    page.says("before,").await?;
    page.tab_to("press", "Why, with figures").await?;
    page.keys(key(Key::Enter)).await?;
    page.says("Formula").await?;

    stage(&page, "6", "Cut").await?;
    page.says("Cut list, unit 61: Rear lamps").await?;

    stage(&page, "8", "Prove").await?;
    type_into(&page, "Battery at rest, reading", "12.6").await?;
    page.keys(key(Key::Enter)).await?;
    page.says("Good").await?;

    undo_and_redo(&page).await?;

    find_or_do(&page, "to the yard").await?;
    page.says("Rear lamps").await?;
    find_or_do(&page, "22 crew").await?;
    page.says("Crew van, load-bay strip").await?;
    page.close().await
}

async fn undo_and_redo(page: &Page) -> Result<()> {
    stage(page, "5", "Run").await?;
    type_into(page, "Lamps to stud, length", "2.5").await?;
    page.saved().await?;
    page.control('z').await?;
    page.holds("Lamps to stud, length", "").await?;
    page.control('y').await?;
    page.holds("Lamps to stud, length", "2.5").await?;
    page.saved().await?;
    ensure!(page.path().await?.ends_with("/run"));
    Ok(())
}
