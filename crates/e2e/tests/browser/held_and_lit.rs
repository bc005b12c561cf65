//! How a lamp is held, how its switch sits, how a strip turns a corner: said on the page, found in steps, lists and cuts.

use anyhow::Result;
use jovek_e2e::{Page, Server, Size, jovek};

/// A job of one kind of work, begun in an empty yard.
async fn begun(kind: &str) -> Result<(Server, tempfile::TempDir, Page)> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("shop.db");
    let server = Server::start(&jovek()?, &["serve", "--db", db.to_str().unwrap_or_default()])?;
    let page = Page::open(&server.url, Size::Desk).await?;
    page.says("The yard is empty").await?;
    page.begin(&[kind]).await?;
    page.says("This work turns on").await?;
    Ok((server, folder, page))
}

/// Ticks the box of a fact.
async fn tick(page: &Page, fact: &str) -> Result<()> {
    let all = format!("document.querySelectorAll('[data-path$=\"{fact}\"]')");
    page.until(fact, || async {
        Ok(page.script(&format!("return {all}.length"), vec![]).await?.as_u64() >= Some(1))
    })
    .await?;
    page.script(&format!("{all}[0].click()"), vec![]).await?;
    Ok(())
}

/// Beacons on magnets with a lit switch: the watts are asked first; no hole through the roof; the switch's lamp has a
/// ground on the cut list.
#[tokio::test]
async fn beacons_on_magnets() -> Result<()> {
    let (_server, _folder, page) = begun("Beacons and flashers").await?;
    page.says("LED beacon: how many watts").await?;
    page.fill("Label, one lamp", "18").await?;
    page.says_no_more("This work turns on").await?;
    page.says("By day seen to about").await?;
    page.press("How it is held, its lead and plug").await?;
    page.pick("Held by", "magnet").await?;
    page.saved().await?;
    page.press("4 Switch").await?;
    tick(&page, "control.lit_switch").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("symbol -").await?;
    page.says("lit symbol, three terminals").await?;
    page.press("7 Fit").await?;
    page.says("Beacons: mount the lamps").await?;
    page.says_no_more("hole for the cable through the roof").await?;
    let open = "[...document.querySelectorAll('[aria-label=\"All steps\"] button')]
        .find((b) => b.innerText.includes('Beacons: mount the lamps')).click()";
    page.script(open, vec![]).await?;
    page.says("A magnet is not a fixing").await?;
    crate::no_serious(&page, "beacons on magnets").await?;
    page.close().await
}

/// A strip round a corner of its bed: bent on it is one piece without a lead between; hidden behind too low a stop it shows.
#[tokio::test]
async fn a_strip_round_a_corner_behind_a_stop() -> Result<()> {
    let (_server, _folder, page) = begun("Strip and accent light").await?;
    page.says("along which edges").await?;
    page.press("To Run").await?;
    page.press("Strip").await?;
    page.press("Lay it along edges").await?;
    page.says("1 piece of strip, 1.00 m lit").await?;
    page.says_no_more("along which edges").await?;
    page.press("Add an edge").await?;
    page.says("2 pieces of strip, 2.00 m lit").await?;
    tick(&page, "edges[0].bends_on").await?;
    page.says("1 piece of strip, 2.00 m lit").await?;
    page.says("1 corner without a cut").await?;
    page.says_no_more("between pieces").await?;
    page.saved().await?;
    // What is stuck shows how it is held.
    page.press("2 Light").await?;
    page.press("Hide the source behind a stop").await?;
    page.fill("Behind its stop", "40").await?;
    page.fill("Height of the stop", "10").await?;
    page.says("the LEDs themselves can be seen").await?;
    page.says("A light stop of 20 mm, or the source within 20 mm of it.").await?;
    page.fill("Height of the stop", "20").await?;
    page.says_no_more("the LEDs themselves can be seen").await?;
    crate::no_serious(&page, "a hidden strip").await?;
    page.close().await
}

/// A strip that mixes colours: leads of four cores, a controller on the parts list, one too weak is told.
#[tokio::test]
async fn a_strip_of_three_colours() -> Result<()> {
    let (_server, _folder, page) = begun("Strip and accent light").await?;
    page.press("To Run").await?;
    page.press("Strip").await?;
    page.press("Lay it along edges").await?;
    page.says("1 piece of strip").await?;
    page.pick("Colours", "red, green, blue").await?;
    page.says("leads of 4 cores, black is plus to all colours").await?;
    page.fill("A channel carries", "0.3").await?;
    page.says("controller too weak").await?;
    page.fill("A channel carries", "4").await?;
    page.says_no_more("controller too weak").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("controller for 3 colours, common plus").await?;
    page.says("controller G").await?;
    crate::no_serious(&page, "a strip of three colours").await?;
    page.close().await
}

/// A car has a bonnet and no frame rails; a switch in a new hole has its step; what a box draws at rest is said.
#[tokio::test]
async fn a_car_a_switch_hole_and_a_box() -> Result<()> {
    let (_server, _folder, page) = begun("New lamps with a switch").await?;
    page.fill("Label, one lamp", "27").await?;
    page.press("4 Switch").await?;
    page.pick("Its switch sits", "in a new hole").await?;
    page.saved().await?;
    page.press("7 Fit").await?;
    page.says("hole for the switch").await?;
    page.press("4 Switch").await?;
    let choose = "[...document.querySelectorAll('aside .card')]
        .find((c) => c.innerText.includes('Controller box')).querySelector('button').click()";
    page.says("Controller box").await?;
    page.script(choose, vec![]).await?;
    page.fill("Its box draws at rest", "25").await?;
    page.says("25 mA").await?;
    page.press("5 Run").await?;
    page.press("Lay the wires on a skeleton").await?;
    page.pick("Body", "car").await?;
    page.press("Vehicle").await?;
    page.says("stud in the boot").await?;
    page.saved().await?;
    page.close().await
}
