//! Trailers: both connectors, wires told by the meter, a hitch lamp, a towed vehicle, a trailer from its size.

use anyhow::{Result, bail, ensure};
use jovek_e2e::{Page, Size};
use thirtyfour::{Key, TypingData};

/// A sheet of the trailer's, by clicks.
async fn sheet(page: &Page, job: u32, tab: &str) -> Result<()> {
    page.go(&format!("/jobs/{job}/run")).await?;
    page.says("Saved").await?;
    page.press("Trailer").await?;
    page.says("Vehicle's socket").await?;
    page.press(tab).await
}

/// Walks along tabs by the arrow until one of that name is open: as fast as they follow, no faster.
async fn arrow_to(page: &Page, name: &str) -> Result<()> {
    let here = "return document.activeElement.innerText";
    for _ in 0..6 {
        let before = page.script(here, vec![]).await?;
        if before == name {
            return Ok(());
        }
        page.keys(TypingData::from("") + Key::Right).await?;
        page.until("the next tab", || async { Ok(page.script(here, vec![]).await? != before) })
            .await?;
    }
    bail!("no tab {name} by arrows")
}

/// Both connectors side by side, a converter where the systems differ, both faces drawn.
#[tokio::test]
async fn trailers_and_their_connectors() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    sheet(&page, 9, "Wires").await?;
    page.says("ISO 11446 (13-pin) to ISO 1724 (12N)").await?;
    page.says("the trailer is seen").await?;
    page.says("found yellow").await?;
    page.says("old green becomes yellow").await?;
    crate::no_serious(&page, "trailer").await?;
    page.pick("Vehicle's socket", "7-blade (SAE J2863)").await?;
    page.says("A converter from combined to separate").await?;
    page.says("their yellow, your green").await?;
    page.press("Pins").await?;
    page.says("1 o'clock").await?;
    page.pick("Trailer's plug", "7-blade (SAE J2863)").await?;
    page.says("plug of the trailer").await?;
    page.until("both faces", || async {
        let faces =
            "return document.querySelectorAll('svg[aria-label$=\"from its front\"]').length";
        Ok(page.script(faces, vec![]).await? == 2)
    })
    .await?;
    // Looking into the socket the ground is lower right, into the plug lower left: the mirror image.
    let side = |face: &str| {
        let svg = format!(
            "document.querySelector('[aria-label=\"7-blade (SAE J2863), {face} from its front\"]')"
        );
        format!(
            "return [...{svg}.querySelectorAll('g')].find((g) => g.textContent.includes('white')).getAttribute('transform')"
        )
    };
    let (socket, plug) =
        (page.script(&side("socket"), vec![]).await?, page.script(&side("plug"), vec![]).await?);
    let left =
        |place: &serde_json::Value| place.as_str().is_some_and(|p| p.starts_with("translate(-"));
    ensure!(!left(&socket) && left(&plug), "{socket} and {plug} are no mirror images");
    crate::no_serious(&page, "pins").await?;
    page.pick("Trailer's plug", "4-flat (North America)").await?;
    page.says("1 of 4 from the ground end, shrouded").await?;
    page.close().await
}

/// A wire of unknown colour: one reading after the other as it is told to, until it is told what it does; a slip is
/// named, a wrong reading is taken back.
#[tokio::test]
async fn a_wire_told_by_the_meter() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    sheet(&page, 9, "Probe").await?;
    let red = "[aria-label='Wire red'] > p";
    page.until("the red wire, open", || async {
        Ok(page.text(red).await?.contains("stop or live with the key"))
    })
    .await?;
    let put_on = page.value("red: put on").await?;
    ensure!(page.text(red).await?.contains("Next: "), "nothing to put on next");
    let words = put_on.replace('_', " ");
    page.fill(&format!("red, {words}"), "a lot").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.says("\"a lot\" is not a number").await?;
    page.fill(&format!("red, {words}"), "0,05 V").await?;
    page.keys(TypingData::from("") + Key::Enter).await?;
    page.until("told", || async {
        let text = page.text(red).await?;
        Ok(text.contains("stop") && !text.contains("live with the key"))
    })
    .await?;
    page.press("Wires").await?;
    page.says("found red").await?;
    page.press("Probe").await?;
    page.press(&format!("Take the reading with {words} out of red")).await?;
    page.until("open again", || async {
        Ok(page.text(red).await?.contains("stop or live with the key"))
    })
    .await?;
    // A new wire on the trailer: what it lit, and the colour that takes its place.
    page.press_nth("Add a wire", 1).await?;
    let new = "[aria-label='Wire unknown']";
    page.until("the new wire", || async { Ok(page.text(new).await?.contains("Fed, it lit")) })
        .await?;
    crate::no_serious(&page, "probe").await?;
    page.saved().await?;
    page.reload().await?;
    page.press("Trailer").await?;
    page.press("Probe").await?;
    ensure!(page.text(new).await?.contains("Colour"), "the wire is lost");
    page.press("Take the unknown wire out").await?;
    page.saved().await?;
    page.close().await
}

/// The lamp between socket and plug: the loop turns what it does, two combined wires make it blink, and it can be taken
/// for a trailer.
#[tokio::test]
async fn a_lamp_at_the_hitch() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    sheet(&page, 7, "Hitch lamp").await?;
    page.says("Loop cut: the stop light burns steady.").await?;
    page.pick("Loop wire", "left as it came").await?;
    page.says("Loop left as it came: the stop light flashes briefly, then burns steady.").await?;
    page.says("steady-burning by 49 CFR 571.108").await?;
    page.says("seizures").await?;
    page.says_no_more("Stop lit by").await?;
    page.pick("Vehicle's socket", "7-blade (SAE J2863)").await?;
    page.says("stop is not told: it flashes with the turn signal").await?;
    page.pick("Stop lit by", "either wire").await?;
    page.says("flashes in the middle with the turn signal").await?;
    page.says("starts the burst anew").await?;
    page.fill("Trailer is seen from", "0.2").await?;
    page.says("sees a trailer from 0.20 A. It may report").await?;
    page.fill("Stop", "nothing").await?;
    page.says("is not a number").await?;
    page.fill("Stop", "1.2").await?;
    page.says("it takes it for none").await?;
    crate::no_serious(&page, "hitch lamp").await?;
    page.press("Remove the lamp").await?;
    page.says("A lamp at the hitch takes tail").await?;
    page.press("Put a lamp on the lead").await?;
    page.says("What it takes").await?;
    page.says("Enter its watts under Light").await?;
    // One that wants both wires has a lead to each, and no diodes of ours: said, then planned anew.
    page.pick("Stop lit by", "both wires at once").await?;
    page.says("the plan does not give it a lead to each").await?;
    page.press("Plan it anew").await?;
    page.says_no_more("Plan it anew").await?;
    page.press("6 Cut").await?;
    page.says("Stop light, left lead").await?;
    page.says("Stop light, right lead").await?;
    page.saved().await?;
    page.close().await
}

/// The towed vehicle: every combination right, wrong once its own pedal or the wrong lead comes in, and the finding
/// stands where all findings stand; its battery on a long tow.
#[tokio::test]
async fn a_towed_vehicle() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    sheet(&page, 3, "Towed").await?;
    page.says("All 16 combinations are right").await?;
    page.says("5 pairs, 10 diodes").await?;
    page.pick("Lead joins", "in front, at its fuse box").await?;
    page.says("4 pairs, 8 diodes").await?;
    let cut = "document.querySelector('[data-path=\"trailer.towed.is_stop_cut\"]').click()";
    page.script(cut, vec![]).await?;
    page.says("All 32 combinations are right").await?;
    page.fill("Longest tow", "12").await?;
    page.says("too long").await?;
    page.says("A charge wire in the lead").await?;
    page.fill("Lead charges", "2").await?;
    page.says("its battery does not run down").await?;
    // What is undone later is the wrong lead alone.
    page.saved().await?;
    page.pick("Trailer's plug", "4-flat (North America)").await?;
    page.says("combinations are wrong").await?;
    page.says("stop shows amber").await?;
    page.says("This lead brings lamps and ground only").await?;
    crate::no_serious(&page, "towed").await?;
    page.saved().await?;
    page.press("Circuits").await?;
    page.says("Towed, with ").await?;
    page.control('z').await?;
    page.saved().await?;
    page.press("Trailer").await?;
    page.press("Towed").await?;
    page.says("All 32 combinations are right").await?;
    page.press("It is a trailer").await?;
    page.press("It is a towed vehicle").await?;
    page.says("Longest tow").await?;
    page.close().await
}

/// By keys alone, on a phone's width too: the sheets are met by Tab and arrows, nothing is pushed aside.
#[tokio::test]
async fn trailers_by_keys_and_on_a_phone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/3/look").await?;
    page.says("Saved").await?;
    page.keys("5").await?;
    page.says("The path as measured").await?;
    page.tab_to("press", "Circuits").await?;
    arrow_to(&page, "Trailer").await?;
    page.says("Vehicle's socket").await?;
    page.tab_to("press", "Wires").await?;
    arrow_to(&page, "Towed").await?;
    page.says("All 16 combinations are right").await?;
    page.tab_to("field", "A relay opens its own stop lamp wire").await?;
    page.keys(" ").await?;
    page.says("All 32 combinations are right").await?;
    page.saved().await?;
    page.resize(Size::Phone).await?;
    for (job, tab) in [(3, "Towed"), (9, "Probe"), (9, "Wires"), (7, "Hitch lamp"), (9, "Pins")] {
        sheet(&page, job, tab).await?;
        let wide_px = page.overflow_px().await?;
        ensure!(wide_px < 1.0, "{tab} of job {job} is {wide_px} px too wide");
        crate::no_serious(&page, tab).await?;
    }
    page.close().await
}

/// A trailer from its size; a figure that is none keeps it from being built.
#[tokio::test]
async fn a_trailer_from_its_size() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.says("Build a trailer from its size").await?;
    page.script("document.querySelector('details').open = true", vec![]).await?;
    page.fill("Trailer's unit", "T9").await?;
    page.fill("Length", "long").await?;
    page.press("Build").await?;
    page.says("is not a number").await?;
    ensure!(page.path().await? == "/", "it was built all the same");
    page.fill("Length", "6,5").await?;
    page.press("Build").await?;
    page.says("Trailer lamps").await?;
    page.press("Rules").await?;
    page.says("UN regulations: 0 wrong, 0 to ask").await?;
    // Its returns meet at a bus; another return is chosen, and taken back.
    page.keys("5").await?;
    page.says("one M6 stud to the frame for all").await?;
    page.saved().await?;
    page.pick("Return", "by a stud on the frame").await?;
    page.says("ring, toothed washer, sealed").await?;
    page.pick("Return", "to the ground bus").await?;
    page.says("one M6 stud to the frame for all").await?;
    page.saved().await?;
    page.close().await
}

/// The yard tells a signed job from one that waits for figures; it leads to its record.
#[tokio::test]
async fn a_signed_job_waits_in_the_yard() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.says("Signed by Mara").await?;
    let row = "[...document.querySelectorAll('a')].find((a) => a.innerText.includes('Crew van'))";
    let text = page.script(&format!("return {row}.innerText"), vec![]).await?;
    ensure!(!text.as_str().unwrap_or_default().contains("assumed"), "{text}");
    page.script(&format!("{row}.click()"), vec![]).await?;
    page.until("its record", || async { Ok(page.path().await? == "/jobs/2/sign") }).await?;
    // Its work is done, and nothing is asked of it any more.
    page.go("/jobs/2/fit").await?;
    page.says("36 of 36 done").await?;
    let words = page.words().await?;
    ensure!(words.contains("All done.") && !words.contains("comes next"), "{words}");
    page.close().await
}
