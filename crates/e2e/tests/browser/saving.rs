//! Nothing typed is lost, nobody overwrites another unseen.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Server, Size, jovek};

const PLACE: &str = "Rail to lamps, length";

#[tokio::test]
async fn two_people_in_one_job() -> Result<()> {
    let (server, ada) = crate::demo(Size::Desk).await?;
    let bo = Page::open(&server.url, Size::Desk).await?;
    ada.go("/jobs/1/run").await?;
    crate::by_sections(&ada).await?;
    for (page, name) in [(&ada, "Ada"), (&bo, "Bo")] {
        page.go("/jobs/1/run").await?;
        page.fill("Your name", name).await?;
        // A page that nobody looks at is told nothing: both hold what they opened.
        page.script(&seen("hidden"), vec![]).await?;
    }
    ada.fill(PLACE, "1.1").await?;
    ada.saved().await?;
    // Bo had the older revision: the save is refused and says who and what came between.
    bo.fill(PLACE, "1.9").await?;
    bo.says("Not saved: changed by somebody else").await?;
    bo.says("was saved by Ada while").await?;
    bo.says("Rear work lamps, Rail to lamps, length: 0.8 m became 1.1 m").await?;
    bo.holds(PLACE, "1.9").await?;
    bo.press("Take theirs").await?;
    bo.holds(PLACE, "1.1").await?;
    bo.saved().await?;
    // The other way out: knowingly over it. Ada's page still has the older revision.
    bo.fill(PLACE, "1.3").await?;
    bo.saved().await?;
    ada.fill(PLACE, "1.2").await?;
    ada.says("was saved by Bo while").await?;
    ada.press("Save mine over it").await?;
    ada.saved().await?;
    // Back at the page, Bo sees it without loading anew.
    bo.script(&seen("visible"), vec![]).await?;
    bo.holds(PLACE, "1.2").await?;
    ada.close().await?;
    bo.close().await
}

/// Two people in two places of one job: both stand, and nobody is asked.
#[tokio::test]
async fn two_people_in_two_places() -> Result<()> {
    let (server, ada) = crate::demo(Size::Desk).await?;
    let bo = Page::open(&server.url, Size::Desk).await?;
    ada.go("/jobs/1/run").await?;
    crate::by_sections(&ada).await?;
    ada.go("/jobs/1/look").await?;
    bo.go("/jobs/1/run").await?;
    for page in [&ada, &bo] {
        page.saved().await?;
        page.script(&seen("hidden"), vec![]).await?;
    }
    ada.fill("Job", "Pump truck").await?;
    ada.saved().await?;
    bo.fill(PLACE, "1.9").await?;
    bo.until("his own figure, saved", || async {
        let view = bo.script(STORED, vec![]).await?;
        Ok(view["title"] == "Pump truck" && view["circuits"].to_string().contains("1.9"))
    })
    .await?;
    bo.holds(PLACE, "1.9").await?;
    bo.says("Pump truck").await?;
    bo.says_no_more("Take theirs").await?;
    ada.close().await?;
    bo.close().await
}

/// Job 1 as it is stored.
const STORED: &str = "return fetch('/api/jobs/1').then((r) => r.json()).then((view) => view.job)";

/// Whether a page is looked at.
fn seen(state: &str) -> String {
    format!(
        "Object.defineProperty(document, 'visibilityState', {{ value: '{state}', configurable: true }});
         document.dispatchEvent(new Event('visibilitychange'))"
    )
}

#[tokio::test]
async fn a_lost_connection_loses_nothing() -> Result<()> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("shop.db");
    let args = ["serve", "--db", db.to_str().unwrap_or_default()];
    let server = Server::start(&jovek()?, &args)?;
    let address = server.url.trim_start_matches("http://").to_owned();
    let page = Page::open(&server.url, Size::Desk).await?;
    page.says("The yard is empty").await?;
    page.begin(&[]).await?;
    page.press("5 Run").await?;
    page.fill("Along the frame, length", "5.5").await?;
    page.saved().await?;
    server.kill();
    page.fill("Along the frame, length", "6.5").await?;
    page.says("No connection: kept here, sent later").await?;
    let server = Server::start_at(&jovek()?, &args, &address)?;
    page.saved().await?;
    page.reload().await?;
    page.holds("Along the frame, length", "6.5").await?;
    drop(server);
    page.close().await
}

/// A figure that is refused is what undo takes back first: the page is again as it is stored.
#[tokio::test]
async fn a_refused_figure_is_undone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    crate::by_sections(&page).await?;
    page.holds(PLACE, "0.8").await?;
    page.fill(PLACE, "9000").await?;
    page.says("Not saved: Rear work lamps, Rail to lamps, length").await?;
    page.press("Undo").await?;
    page.saved().await?;
    page.holds(PLACE, "0.8").await?;
    page.close().await
}

#[tokio::test]
async fn every_step_can_be_undone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/4/run").await?;
    crate::by_sections(&page).await?;
    let before = page.text("[data-part=wire]").await?;
    page.fill("Boom, inside tube, length", "30").await?;
    page.saved().await?;
    page.until("a thicker wire", || async { Ok(page.text("[data-part=wire]").await? != before) })
        .await?;
    page.press("Undo").await?;
    page.holds("Boom, inside tube, length", "6.2").await?;
    page.until("the wire as it was", || async {
        Ok(page.text("[data-part=wire]").await? == before)
    })
    .await?;
    page.press("Redo").await?;
    page.holds("Boom, inside tube, length", "30").await?;
    // Undo lives with the job, not with the page.
    page.reload().await?;
    page.press("Undo").await?;
    page.holds("Boom, inside tube, length", "6.2").await?;
    ensure!(page.text("[data-part=wire]").await? == before);
    page.close().await
}

/// A job is put aside, deleted and brought back from the yard; what is deleted is told how long it is kept.
#[tokio::test]
async fn jobs_are_put_out_of_the_way_and_brought_back() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.says("24 jobs").await?;
    page.press("More for 22 ").await?;
    page.press("Put aside").await?;
    page.says("Put aside: 1").await?;
    page.says("23 jobs").await?;
    page.press("More for 40 ").await?;
    page.press("Delete, kept 30 days").await?;
    page.says("Deleted, kept 30 days: 1").await?;
    page.says("22 jobs").await?;
    page.press("Deleted, kept 30 days: 1").await?;
    page.press("More for 40 ").await?;
    page.press("Bring back into the yard").await?;
    page.says("23 jobs").await?;
    page.press("Put aside: 1").await?;
    page.press("More for 22 ").await?;
    page.press("Bring back into the yard").await?;
    page.says("24 jobs").await?;
    page.close().await
}
