//! The fault that is looked for, practice, a log, the meter; the record that is signed and looked at again.

use anyhow::{Context, Result, ensure};
use jovek_e2e::{Device, Size, demo_file, jovek};
use serde_json::json;

/// On a phone: the trailer's tail lamps are dim; one more reading and the stud is all but sure; what reads the next
/// best is offered until then.
#[tokio::test]
async fn a_corroded_ground_is_found_on_a_phone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/9/prove").await?;
    page.press("Fault").await?;
    page.says("Most likely: Tail lamps: ground stud").await?;
    page.says("Walk round: 37 of 37 seen").await?;
    page.says("Tail lamps: lost in the feed").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the search on a phone");
    crate::no_serious(&page, "fault").await?;
    // The feed is sound: the feed's joints are out of it at once.
    page.fill("Tail lamps: lost in the feed, reading", "0,19 V").await?;
    let keep = "document.querySelector('[data-next=\"tails.feed_v\"] button[type=submit]').click()";
    page.script(keep, vec![]).await?;
    page.until("the feed to be out of it", || async {
        let words = page.words().await?;
        Ok(words.contains("0.19 V") && !words.contains("Tail lamps: factory joint: poor contact"))
    })
    .await?;
    page.saved().await?;
    // A reading that is none is told, and nothing is kept.
    let fill = "const i = document.querySelector('[data-next] input'); i.focus()";
    page.script(fill, vec![]).await?;
    page.keys("twelve").await?;
    page.keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Enter).await?;
    page.says("is not a number").await?;
    page.press("End the search").await?;
    page.says("Something is wrong?").await?;
    page.saved().await?;
    page.close().await
}

/// From the first word of the driver: walk round, say what is dark, and the search names the circuit.
#[tokio::test]
async fn a_search_begins_with_a_walk_round() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/7/prove").await?;
    page.press("Fault").await?;
    page.fill("Something is wrong? What they say", "dark since Monday").await?;
    page.press("Start looking").await?;
    page.says("Walk round: 0 of").await?;
    page.says("dark since Monday").await?;
    // The first lamp that should be lit is dark.
    let darken = "const s = [...document.querySelectorAll('details select')].find((s) =>
            s.options[s.selectedIndex].text === 'lit');
        Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, '0');
        s.dispatchEvent(new Event('change', { bubbles: true })); return s.ariaLabel;";
    let said = page.script(darken, vec![]).await?;
    ensure!(said.as_str().is_some_and(|s| s.contains("Look at")), "{said}");
    page.press("This is what I saw").await?;
    page.says("1 not as it should be").await?;
    // One dark lamp has many causes: none is called likely yet.
    page.says("Not narrowed down yet").await?;
    page.says("Read next").await?;
    crate::no_serious(&page, "search").await?;
    page.close().await
}

#[tokio::test]
async fn an_apprentice_probes_and_names_the_fault() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/prove").await?;
    page.press("Practice").await?;
    page.says("The driver says").await?;
    page.script("document.querySelector('[data-point=\"battery+\"]').click()", vec![]).await?;
    page.says("Red lead: battery +").await?;
    // The red lead goes to a terminal on the drawing, by keys; and back.
    page.tab_to("press", "fuse, load side").await?;
    page.keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Enter).await?;
    page.says("Red lead: ").await?;
    page.until("the terminal held", || async {
        let held = "return document.querySelector('[data-terminal][aria-pressed=true]').ariaLabel";
        Ok(page.script(held, vec![]).await?.as_str().is_some_and(|l| l.contains("fuse")))
    })
    .await?;
    page.script("document.querySelector('[data-point=\"battery+\"]').click()", vec![]).await?;
    page.press("Read volts").await?;
    page.until("a reading", || async {
        Ok(page.text("section[aria-label='Your readings']").await?.contains(" V"))
    })
    .await?;
    page.until("the clock", || async { Ok(page.words().await?.contains("27 s")) }).await?;
    crate::no_serious(&page, "practice").await?;
    page.fill("Name the fault", "battery weak").await?;
    page.press("battery: weak").await?;
    page.says("It was:").await?;
    page.says("Jovek's way behind the walk round").await?;
    page.says("Shortest possible:").await?;
    // Another vehicle begins with an empty clock.
    page.press("Next vehicle").await?;
    page.says("None yet: pick two points").await?;
    page.close().await
}

#[tokio::test]
async fn a_meter_and_a_log_bring_readings() -> Result<()> {
    let file = demo_file("58");
    let meter = Device::start(&jovek()?, &["meter", file.to_str().context("a path")?])?;
    let (server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/7/prove").await?;
    page.says("Battery at rest").await?;
    let open = "document.querySelectorAll('details').forEach((d) => { d.open = true; })";
    page.script(open, vec![]).await?;
    page.fill("Meter", &meter.address).await?;
    page.press("Use this meter").await?;
    page.says("is not among the devices of this workshop").await?;
    server.allow(&meter.address).await?;
    page.press("Use this meter").await?;
    page.says("JOVEK,Simulated meter").await?;
    page.reload().await?;
    page.says("Battery at rest").await?;
    page.press_nth("Meter", 0).await?;
    let row = "[data-check='battery.rest_v'] [role=status]";
    page.until("a good reading", || async { Ok(page.text(row).await?.contains("Good")) }).await?;
    // Yes and no by hand.
    let no = "[...document.querySelectorAll('[data-check$=\".wiggle\"] button')]
        .find((b) => b.innerText === 'Yes').click()";
    page.script(no, vec![]).await?;
    page.says("Renew that joint now").await?;
    page.script(open, vec![]).await?;
    page.fill("Log", "check,value\nbattery.on_v,12.4\nno.such,1\n").await?;
    page.press("Look at it").await?;
    page.says("1 can be kept, 1 cannot.").await?;
    page.says("Line 3").await?;
    page.press("Keep 1").await?;
    page.says("1 readings kept.").await?;
    page.saved().await?;
    crate::no_serious(&page, "readings").await?;
    page.close().await
}

/// Signed, refused, opened with a reason, changed, signed again.
#[tokio::test]
async fn a_signed_job_stays_as_it_is() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/7/sign").await?;
    page.says("Not signed.").await?;
    page.press("Sign").await?;
    page.says("say who signs").await?;
    // What is open is named, and wants a reason.
    page.says("not marked done").await?;
    page.script("localStorage.setItem('jovek.who', 'Ines')", vec![]).await?;
    page.reload().await?;
    page.says("Not signed.").await?;
    page.press("Add: cut or taken off").await?;
    page.fill("What, and where it is kept", "old plug, in the cab").await?;
    page.saved().await?;
    page.press("Sign").await?;
    page.says("say why it is signed all the same").await?;
    page.fill("Reason for signing anyway", "fitted before this was kept").await?;
    page.press("Sign").await?;
    page.says("Signed by Ines on").await?;
    page.says("With this open: fitted before this was kept").await?;
    crate::no_serious(&page, "signed").await?;
    // Whatever is typed now is refused, said, and taken back; what the answers say after that changes nothing.
    page.script(
        "const real = window.fetch;
         window.onTheWay = 0;
         window.fetch = async (r) => {
           if (!r.url.endsWith('/api/assess')) return real(r);
           window.onTheWay += 1;
           const answer = await real(r);
           await new Promise((done) => setTimeout(done, 2500));
           setTimeout(() => { window.onTheWay -= 1; }, 200);
           return answer;
         };",
        vec![],
    )
    .await?;
    page.fill("What, and where it is kept", "nothing at all").await?;
    page.says("Open a new revision and say why, then change it").await?;
    page.until("the late answers", || async {
        Ok(page.script("return window.onTheWay", vec![]).await?.as_i64() == Some(0))
    })
    .await?;
    page.says("Open a new revision and say why, then change it").await?;
    page.holds("What, and where it is kept", "old plug, in the cab").await?;
    page.fill("Reason for reopening it", "a second lamp").await?;
    page.press("Open a new revision").await?;
    page.says("opened again by Ines").await?;
    page.fill("What, and where it is kept", "old plug, in the shop").await?;
    page.saved().await?;
    page.fill("Reason for signing anyway", "as before").await?;
    page.press("Sign").await?;
    page.says("Signed by Ines on").await?;
    page.press("History").await?;
    page.press("Check every entry").await?;
    page.says("all as written").await?;
    let text = page.text("section[aria-label=History]").await?;
    ensure!(text.matches("signed, revision").count() == 2, "{text}");
    ensure!(text.contains("opened, revision"), "{text}");
    page.close().await
}

/// What is saved while the history is open stands in it at once.
#[tokio::test]
async fn the_history_goes_on_while_it_is_open() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/sign").await?;
    page.press("History").await?;
    let rows = || async {
        let text = page.text("section[aria-label=History]").await?;
        Ok::<_, anyhow::Error>(text.matches("revision").count())
    };
    page.until("the history", || async { Ok(rows().await? > 0) }).await?;
    let before = rows().await?;
    page.press("Add: left coiled").await?;
    page.until("one more entry", || async { Ok(rows().await? == before + 1) }).await?;
    // It starts with the length that is usual, and stays when the page is left.
    page.saved().await?;
    page.reload().await?;
    page.holds("Length", "0.3").await?;
    page.close().await
}

/// Unit 22 comes back after a year: it opens with its history, and what has drifted stands first.
#[tokio::test]
async fn a_returning_vehicle_shows_what_has_drifted() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/2/look").await?;
    page.says("Signed by Mara on 2025-03-11").await?;
    page.keys("0").await?;
    page.says("Fuse map").await?;
    page.press("Visits").await?;
    page.says("lost in the ground was 110 mV, now 210 mV").await?;
    page.fill("Seen and done", "Stud cleaned").await?;
    page.press("Begin the visit").await?;
    page.says("Stud cleaned").await?;
    page.press("Packet").await?;
    page.until("the pages", || async {
        let pages = "return document.querySelectorAll('.packet-page').length";
        Ok(page.script(pages, vec![]).await?.as_u64().unwrap_or(0) >= 3)
    })
    .await?;
    crate::no_serious(&page, "packet").await?;
    let tick = "[...document.querySelectorAll('fieldset label')]
        .filter((l) => arguments[0].includes(l.innerText.trim())).forEach((l) => l.click())";
    let handover = "Handover: switches, fuses, as built";
    let glovebox = json!([handover, "Circuit diagram", "Pictures"]);
    page.script(tick, vec![glovebox]).await?;
    page.says("Nothing chosen that this job has.").await?;
    page.script(tick, vec![json!(["Parts"])]).await?;
    page.until("the parts alone", || async {
        let pages = "return [...document.querySelectorAll('.packet-page')].map((p) => decodeURIComponent(p.src))";
        let pages: Vec<String> = serde_json::from_value(page.script(pages, vec![]).await?)?;
        Ok(!pages.is_empty() && pages.iter().all(|p| p.contains("; parts, page")))
    })
    .await?;
    page.close().await
}

/// The driver reads one page by its link, without script; a link that was taken back leads nowhere.
#[tokio::test]
async fn the_owner_reads_one_page_by_its_link() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/2/sign").await?;
    page.press("Packet").await?;
    page.press("Make the link").await?;
    page.says("Open the owner's page").await?;
    page.resize(Size::Phone).await?;
    page.press("Open the owner's page").await?;
    page.says("What each switch does").await?;
    let path = page.path().await?;
    let fetched = "return document.scripts.length
        + performance.getEntriesByType('resource').filter((r) => /assets|api/.test(r.name)).length";
    ensure!(page.script(fetched, vec![]).await? == json!(0), "the owner's page fetches something");
    ensure!(page.overflow_px().await? <= 0.0, "the owner's page on a phone");
    page.go("/jobs/2/sign").await?;
    page.press("Packet").await?;
    page.press("Take the link back").await?;
    page.says("Make the link").await?;
    page.go(&path).await?;
    page.says("This link leads nowhere").await?;
    page.close().await
}

#[tokio::test]
async fn bays_are_planned_on_the_page() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.press("Bays").await?;
    // Ten jobs and the eight pickups that are not signed; the pattern of their kit is no vehicle.
    page.says("18 vehicles in 2 bays, 1 person").await?;
    page.says("no plan can be done before").await?;
    page.fill("People", "2").await?;
    page.says("2 people").await?;
    page.fill("Bays", "0").await?;
    page.says("give 1 to 40 bays").await?;
    page.close().await
}

/// Gives a field of a date its value, in whatever order its browser shows it.
async fn date(page: &jovek_e2e::Page, label: &str, value: &str) -> Result<()> {
    let set = "const of = [...document.querySelectorAll('input[type=date]')].find((i) =>
            (i.ariaLabel ?? i.labels?.[0]?.innerText ?? '').trim() === arguments[0]);
        if (!of) return false;
        const own = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value');
        own.set.call(of, arguments[1]);
        of.dispatchEvent(new Event('input', { bubbles: true }));
        return true";
    let is_set = page.script(set, vec![label.into(), value.into()]).await?;
    ensure!(is_set.as_bool() == Some(true), "no field {label}");
    Ok(())
}

/// A lead says who works when and may do what; every plan keeps to it, and the series of the pickups is planned alone, at
/// its own pace, against the day that it is wanted.
#[tokio::test]
async fn the_workshop_is_said_once_and_kept_to() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/kits/1/series").await?;
    page.press("Plan its bays").await?;
    page.says("8 vehicles in 2 bays, 1 person").await?;
    let open = "document.querySelector('main details summary').click()";
    page.script(open, vec![]).await?;
    page.press("Add a person").await?;
    page.fill("Name of person 1", "Mara").await?;
    page.fill("Name of person 2", "Tamsin").await?;
    let tick = "[...document.querySelectorAll('form li:nth-child(2) label')]
        .find((l) => l.innerText.trim() === 'readings').querySelector('input').click()";
    page.script(tick, vec![]).await?;
    page.press("Add a break").await?;
    page.press("Add a device").await?;
    page.fill("Address of device 3", "10.0.0.7:5025").await?;
    date(&page, "Closed on", "2026-12-24").await?;
    page.press("Add a closed day").await?;
    page.says("2026-12-24").await?;
    page.press("Keep the workshop").await?;
    page.says("8 vehicles in 2 bays, 2 people").await?;
    page.says("Tamsin").await?;
    crate::no_serious(&page, "bays with the workshop").await?;
    // She reads, and does nothing else.
    let hers = "return [...document.querySelectorAll('main section li')]
        .filter((l) => l.innerText.includes('Tamsin')).map((l) => l.innerText.replace(/\\s+/g, ' '))";
    let hers = page.script(hers, vec![]).await?;
    let hers: Vec<&str> =
        hers.as_array().into_iter().flatten().filter_map(|v| v.as_str()).collect();
    ensure!(hers.len() > 5, "{hers:?}");
    let reads = |line: &&str| line.contains("eadings") || line.contains("robe");
    ensure!(hers.iter().all(reads), "{hers:?}");
    // Nobody works in the break.
    let at_noon = "return [...document.querySelectorAll('main section li')]
        .filter((l) => /^12:[012]/.test(l.innerText)).length";
    ensure!(page.script(at_noon, vec![]).await?.as_u64() == Some(0), "somebody begins at noon");
    date(&page, "Ready by", "2035-01-15").await?;
    page.says("before 2035-01-15").await?;
    page.press("Plan all jobs, not this kit alone").await?;
    page.says("18 vehicles in 2 bays, 2 people").await?;
    page.close().await
}
