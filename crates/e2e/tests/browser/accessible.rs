//! Every screen for everybody: axe-core (WCAG 2 A and AA rules), width of a phone, size of targets.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size, Violation};

const STAGES: [&str; 11] =
    ["look", "light", "feed", "switch", "run", "cut", "fit", "prove", "aim", "sign", "try"];

/// By day all that axe-core looks at; by night, without loading the page anew, what the colours decide.
async fn no_serious_violation(page: &Page, at: &str) -> Result<()> {
    let is_grave = |v: &Violation| v.impact == "serious" || v.impact == "critical";
    let mut grave = page.axe().await?;
    let theme = "document.documentElement.dataset.theme = arguments[0]";
    page.script(theme, vec!["night".into()]).await?;
    grave.extend(page.contrast().await?);
    page.script(theme, vec!["day".into()]).await?;
    grave.retain(is_grave);
    ensure!(grave.is_empty(), "{at}: {grave:#?}");
    Ok(())
}

async fn each_stage(page: &Page, jobs: &[u32]) -> Result<()> {
    page.theme("day").await?;
    for job in jobs {
        for stage in STAGES {
            page.go(&format!("/jobs/{job}/{stage}")).await?;
            page.saved().await?;
            no_serious_violation(page, &format!("job {job}, {stage}")).await?;
        }
    }
    Ok(())
}

/// Unit 14 is nearly done.
#[tokio::test]
async fn each_screen_of_the_yard_and_of_a_job_at_work() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/").await?;
    page.theme("day").await?;
    page.says("Halt Lane").await?;
    no_serious_violation(&page, "yard").await?;
    page.go("/bays").await?;
    page.says("vehicles in").await?;
    no_serious_violation(&page, "bays").await?;
    let made = "return fetch('/api/jobs/2/owner-link', { method: 'POST' })
        .then((r) => r.json()).then((view) => view.link.path)";
    let owner = page.script(made, vec![]).await?;
    page.go(owner.as_str().unwrap_or_default()).await?;
    page.says("What each switch does").await?;
    no_serious_violation(&page, "owner").await?;
    each_stage(&page, &[1]).await?;
    page.close().await
}

/// Unit 22 is signed and asked a question, 51 has a Stop.
#[tokio::test]
async fn each_screen_of_a_signed_and_of_a_held_job() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    each_stage(&page, &[2, 5]).await?;
    page.close().await
}

#[tokio::test]
async fn palette_popover_and_fault_are_accessible_too() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.press("/ Find or do").await?;
    page.says("Open a job file").await?;
    no_serious_violation(&page, "palette").await?;
    page.go("/jobs/1/run").await?;
    page.press("Take another wire").await?;
    page.field("Another wire").await?;
    no_serious_violation(&page, "popover").await?;
    page.go("/jobs/1/run").await?;
    crate::by_sections(&page).await?;
    page.fill("Rail to lamps, length", "-3").await?;
    page.says("Not saved").await?;
    no_serious_violation(&page, "a wrong figure").await?;
    page.close().await
}

#[tokio::test]
async fn a_phone_needs_no_scrolling_sideways() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    ensure!(page.overflow_px().await? <= 0.0, "yard");
    for stage in STAGES {
        page.go(&format!("/jobs/1/{stage}")).await?;
        page.saved().await?;
        ensure!(page.overflow_px().await? <= 0.0, "{stage}");
    }
    // Prove is used with gloves: 44 px and up.
    let small = page
        .script(
            "return [...document.querySelectorAll('[data-check] button, [data-check] input')]
                .map((e) => e.getBoundingClientRect().height).filter((h) => h < 44).length",
            vec![],
        )
        .await?;
    ensure!(small == 0, "{small} targets are too small for a glove");
    no_serious_violation(&page, "prove on a phone").await?;
    page.close().await
}
