//! A lead makes a kit of a job, lays it onto vehicles, changes it; each vehicle says what it would do and takes it.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Server, Size};

/// Ticks the box of a label.
async fn tick(page: &Page, label: &str) -> Result<()> {
    let box_of = "const of = [...document.querySelectorAll('label')]
        .find((l) => l.innerText.trim().startsWith(arguments[0]) && l.querySelector('input[type=checkbox]'));
        of?.querySelector('input').click(); return !!of";
    page.until(label, || async {
        Ok(page.script(box_of, vec![label.into()]).await?.as_bool() == Some(true))
    })
    .await
}

/// A kit of unit 58's job on three pickups.
async fn laid() -> Result<(Server, Page)> {
    let (server, page) = crate::demo(Size::Desk).await?;
    page.press("Kits").await?;
    page.says("Pickup kit: work lamps and beacons").await?;
    page.fill("Name of the kit", "Pickup, emblem and hitch").await?;
    page.until("the jobs", || async {
        let jobs = page.script("return document.querySelectorAll('option').length", vec![]).await?;
        Ok(jobs.as_u64() > Some(10))
    })
    .await?;
    page.pick("Job that is its pattern", "58 Emblem backlight and hitch lamp").await?;
    page.press("Make the kit").await?;
    page.says("Issue 1 by").await?;
    page.fill("Find vehicles", "upfitter halt lane").await?;
    for unit in ["52", "53", "54"] {
        tick(&page, unit).await?;
    }
    page.press("Lay it onto 3 vehicles").await?;
    page.says("as the kit, issue 1").await?;
    Ok((server, page))
}

#[tokio::test]
async fn a_kit_is_laid_changed_and_taken() -> Result<()> {
    let (_server, page) = laid().await?;
    crate::no_serious(&page, "a kit").await?;
    // A vehicle that differs: its name of a circuit wants a reason.
    let open = "[...document.querySelectorAll('article')].find((a) => a.ariaLabel === 'Unit 53')
        .querySelector('a[href^=\"/jobs/\"]').click()";
    page.script(open, vec![]).await?;
    page.says("Saved").await?;
    page.press("2 Light").await?;
    page.fill("Name of the circuit", "Emblem of 53").await?;
    page.saved().await?;
    page.go("/kits/2").await?;
    page.says("1 without a reason").await?;
    page.fill("Why: Emblem backlight, name", "painted otherwise").await?;
    page.press("Keep").await?;
    page.says("differs in 1, as it may").await?;
    // The pattern changes, is issued, and each vehicle takes it by itself.
    page.press("Its pattern").await?;
    page.says("Saved").await?;
    page.press("2 Light").await?;
    page.fill("How many", "4").await?;
    page.saved().await?;
    page.go("/kits/2").await?;
    page.says("Changed in the pattern since issue 1").await?;
    page.press("Issue 2").await?;
    page.says("Issue 2 would change 1 thing").await?;
    page.press("Take issue 2").await?;
    page.says("as the kit, issue 2").await?;
    let taken = "return [...document.querySelectorAll('article')]
        .filter((a) => a.innerText.includes('as the kit, issue 2')).length";
    ensure!(page.script(taken, vec![]).await?.as_u64() == Some(1), "the others have not taken it");
    crate::no_serious(&page, "a changed kit").await?;
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? < 1.0, "nothing hangs over at the right");
    page.close().await
}

/// The demo's pickups as a series: what is bought and cut for all that are left, once they have taken the newest issue.
#[tokio::test]
async fn a_series_is_bought_for_and_cut() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/kits/1").await?;
    page.press("The series: how far, parts to buy, wire").await?;
    page.says("4 of 12 signed, 2 in work").await?;
    page.says("Each doubling takes 85 % of the time").await?;
    crate::no_serious(&page, "a series").await?;
    page.press("To buy").await?;
    page.says("Issue 2 is out and 6 of them still follow an older one").await?;
    page.says("For the 6 vehicles whose harness is not cut yet").await?;
    page.press("Keep for them what the shelf holds").await?;
    page.says("parts are kept for them").await?;
    page.press("Give them free").await?;
    page.says_no_more("parts are kept for them").await?;
    crate::no_serious(&page, "parts to buy").await?;
    let bought = page.download("a[href$='list=purchase']").await?;
    ensure!(bought.contains("LED beacon,12,1"), "{bought}");
    page.press("Wire").await?;
    page.says("6 alike").await?;
    let pieces = page.download("a[href$='list=pieces']").await?;
    ensure!(pieces.lines().count() > 10, "{pieces}");
    let labels = page.download("a[href$='list=labels']").await?;
    ensure!(labels.contains("52-1a") && !labels.contains("51-1a"), "{labels}");
    page.resize(Size::Phone).await?;
    ensure!(page.overflow_px().await? < 1.0, "nothing hangs over at the right");
    // What a difference does is told once somebody looks.
    page.resize(Size::Desk).await?;
    page.go("/kits/1").await?;
    page.says("as the kit, issue 1").await?;
    let look = "const of = [...document.querySelectorAll('article')].find((a) => a.ariaLabel === 'Unit 52');
        of?.querySelector('summary').click(); return !!of";
    page.until("the kit", || async {
        Ok(page.script(look, vec![]).await?.as_bool() == Some(true))
    })
    .await?;
    page.says("Work lamps: ").await?;
    page.says("Parts").await?;
    page.close().await
}

/// A fitter marks a step on the phone, and the board in the workshop moves by itself; its words are large enough for five
/// metres.
#[tokio::test]
async fn the_board_moves() -> Result<()> {
    let (server, board) = crate::demo(Size::Desk).await?;
    let phone = Page::open(&server.url, Size::Phone).await?;
    board.go("/kits/1/board").await?;
    board.says("8 of 25").await?;
    crate::no_serious(&board, "the board").await?;
    // Seen from five metres a letter wants a two-hundredth of that, 25 mm. A screen of 1.2 m in width shows 1280 px: 27 px
    // of capital height are about 38 px of letters; the units have it, what is told beside them two thirds of it.
    let px = "return parseFloat(getComputedStyle(document.querySelector('li strong')).fontSize)";
    let size_px = board.script(px, vec![]).await?.as_f64().unwrap_or_default();
    ensure!(size_px >= 38.0, "{size_px} px");
    phone.go("/kits/1/series").await?;
    phone.says("in work, 8 of 25 steps").await?;
    let open = "[...document.querySelectorAll('tr')].find((r) => r.innerText.includes('8 of 25'))
        .querySelector('a[href^=\"/jobs/\"]').click()";
    phone.script(open, vec![]).await?;
    phone.saved().await?;
    phone.says("mount the lamps").await?;
    phone.press("Done").await?;
    board.says("9 of 25").await?;
    phone.close().await?;
    board.close().await
}
