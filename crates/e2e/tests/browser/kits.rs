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
    page.says("No kit yet").await?;
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
    page.go("/kits/1").await?;
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
    page.go("/kits/1").await?;
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
