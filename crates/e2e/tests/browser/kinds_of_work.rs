//! Work begun from what is to be done: by clicks from an empty yard to Sign, with the count of what a person presses,
//! types and chooses. The bars are those of the trade's everyday jobs; readings are not counted.

use anyhow::{Result, bail, ensure};
use jovek_e2e::{Page, Server, Size, jovek};
use std::collections::BTreeSet;
use std::time::{Duration, Instant};

/// An empty yard.
async fn empty_yard(size: Size) -> Result<(Server, tempfile::TempDir, Page)> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("shop.db");
    let server = Server::start(&jovek()?, &["serve", "--db", db.to_str().unwrap_or_default()])?;
    let page = Page::open(&server.url, size).await?;
    page.says("The yard is empty").await?;
    Ok((server, folder, page))
}

/// The stages that are seen in their row, without those that stand aside.
async fn stages(page: &Page) -> Result<String> {
    let row = "return [...document.querySelectorAll('nav[aria-label=Stages] > button')]
        .map((b) => b.innerText.replace(/\\s+/g, ' ')).join('|')";
    Ok(page.script(row, vec![]).await?.as_str().unwrap_or_default().to_owned())
}

/// Every step done, one after the other, as a fitter does, until all are or the next one waits for adhesive to cure; how
/// many there were.
async fn fit_all(page: &Page) -> Result<usize> {
    page.press("7 Fit").await?;
    let step = "return document.querySelector('section[aria-label=Step]')?.dataset.step ?? ''";
    let now = || async {
        let id = page.script(step, vec![]).await?;
        Ok::<_, anyhow::Error>(id.as_str().unwrap_or_default().to_owned())
    };
    page.until("the first step", || async { Ok(!now().await?.is_empty()) }).await?;
    // Presses what stands there, if it can be pressed; while a mark is on its way it cannot.
    let press = "const step = document.querySelector('section[aria-label=Step]');
        const done = [...(step?.querySelectorAll('button') ?? [])].find((b) => b.innerText === 'Done');
        if (!done || done.disabled) return '';
        const why = step.querySelector('form[aria-label=\"Open here\"] input');
        if (why && !why.value) {
            const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
            set.call(why, 'no meter at hand');
            why.dispatchEvent(new Event('input', { bubbles: true }));
            return '';
        }
        done.click(); return step.dataset.step";
    // All are done, or adhesive cures overnight.
    let is_over = "return (document.querySelector('main')?.innerText ?? '').includes('All done.') ||
        (document.querySelector('section[aria-label=Step]')?.innerText ?? '').includes('Rests until')";
    let mut pressed = BTreeSet::new();
    // A long job has some forty steps, each with its answer from the program: on a machine that others use too, minutes.
    let begun = Instant::now();
    while begun.elapsed() < Duration::from_secs(300) {
        if page.script(is_over, vec![]).await?.as_bool().unwrap_or_default() {
            return Ok(pressed.len());
        }
        let step = page.script(press, vec![]).await?;
        pressed.extend(step.as_str().filter(|s| !s.is_empty()).map(str::to_owned));
        tokio::time::sleep(Duration::from_millis(60)).await;
    }
    bail!("{} steps, and no end", pressed.len())
}

/// Signed with what is open: no reading was taken.
async fn sign(page: &Page) -> Result<()> {
    page.fill("Your name", "Ines").await?;
    page.keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Tab).await?;
    page.press("0 Sign").await?;
    page.says("Not signed.").await?;
    page.says("not taken").await?;
    page.fill("Reason for signing anyway", "no meter at hand").await?;
    page.press("Sign").await?;
    page.says("Signed by Ines").await
}

/// A kind from an empty yard to Sign, with the figures that a person types on the way: stage, label, figure. Readings and
/// marks on steps are not counted.
async fn to_sign(kind: &str, told: &[(&str, &str, &str)], bar: usize) -> Result<()> {
    let (_server, _folder, page) = empty_yard(Size::Desk).await?;
    page.begin(&[kind]).await?;
    let mut at = "";
    for (stage, label, figure) in told {
        if *stage != at {
            page.press(stage).await?;
            at = stage;
        }
        page.fill(label, figure).await?;
    }
    page.saved().await?;
    let planned = page.actions();
    let steps = fit_all(&page).await?;
    // All of them, but where adhesive has to cure overnight.
    if !page.text("main").await?.contains("All done.") {
        page.says("Rests until").await?;
    }
    sign(&page).await?;
    let actions = page.actions();
    println!("{kind}: {actions} actions and {steps} steps marked ({planned} to plan)");
    ensure!(actions <= bar, "{kind}: {actions} actions");
    page.close().await
}

/// A strip that comes on with the parking lamps.
#[tokio::test]
async fn a_strip_on_a_factory_wire() -> Result<()> {
    let told = [
        ("1 Look", "Fuse", "10"),
        ("1 Look", "Carries already", "1.8"),
        ("1 Look", "Fuse box to joint", "3.5"),
        ("2 Light", "Label, one lamp", "5"),
        ("5 Run", "Joint to light, length", "1.2"),
    ];
    to_sign("Light on a factory lamp's wire", &told, 30).await
}

/// Two work lamps with a switch of their own.
#[tokio::test]
async fn two_lamps_with_a_switch() -> Result<()> {
    let told = [("1 Look", "Capacity", "95"), ("2 Light", "Label, one lamp", "27")];
    to_sign("New lamps with a switch", &told, 30).await
}

/// Two lamps on a harness from a box: what it says of itself is asked first and judged; nothing is cut.
#[tokio::test]
async fn two_lamps_on_a_harness_from_a_box() -> Result<()> {
    let (_server, _folder, page) = empty_yard(Size::Desk).await?;
    page.begin(&["Lamps on a harness from a box"]).await?;
    page.says("which wire and fuse does it have?").await?;
    page.press("5 Run").await?;
    page.pick("Its wire", "0.75 mm²").await?;
    page.fill("Its fuse", "20").await?;
    page.says("how many watts").await?;
    page.press("2 Light").await?;
    page.fill("Label, one lamp", "27").await?;
    page.says_no_more("This work turns on").await?;
    page.says("the harness from the box breaks a rule").await?;
    page.press("5 Run").await?;
    page.fill("Its fuse", "3").await?;
    page.says("3 A fuse below its lamps").await?;
    page.fill("Its fuse", "7.5").await?;
    page.says_no_more("breaks a rule").await?;
    page.says_no_more("below its lamps").await?;
    page.saved().await?;
    let planned = page.actions();
    let steps = fit_all(&page).await?;
    sign(&page).await?;
    let actions = page.actions();
    println!("harness from a box: {actions} actions and {steps} steps marked ({planned} to plan)");
    ensure!(actions <= 35, "{actions} actions");
    page.close().await
}

/// The lamps of a trailer, placed by the rule book: two rear lamps of three functions each, markers, a plate lamp.
#[tokio::test]
async fn a_trailer_board_renewed() -> Result<()> {
    let told = [("5 Run", "Length", "4.2"), ("5 Run", "Width", "1.9")];
    to_sign("Lamps of a trailer", &told, 40).await
}

/// A car behind a motorhome: its own lamps obey both, over diodes, and stay.
#[tokio::test]
async fn a_towed_vehicle() -> Result<()> {
    to_sign("Lights of a towed vehicle", &[("1 Look", "Capacity", "60")], 60).await
}

/// A tail and stop light at the hitch, on a lead between socket and plug.
#[tokio::test]
async fn a_lamp_at_the_hitch() -> Result<()> {
    to_sign("Lamp at the hitch", &[("1 Look", "Capacity", "70")], 60).await
}

/// Lamps that go out with the key.
#[tokio::test]
async fn lamps_that_go_out_with_the_key() -> Result<()> {
    let told = [("1 Look", "Capacity", "80"), ("2 Light", "Label, one lamp", "15")];
    to_sign("New lamps that go out with the key", &told, 30).await
}

/// LED in the place of bulbs, in the fittings that are there.
#[tokio::test]
async fn bulbs_to_led() -> Result<()> {
    to_sign("Bulbs to LED", &[], 20).await
}

/// A beacon and its flashers.
#[tokio::test]
async fn beacons_and_flashers() -> Result<()> {
    let told = [("1 Look", "Capacity", "80"), ("2 Light", "Label, one lamp", "12")];
    to_sign("Beacons and flashers", &told, 30).await
}

/// A strip along a bed, on a switch of its own.
#[tokio::test]
async fn a_strip_in_a_bed() -> Result<()> {
    let told = [("1 Look", "Capacity", "80"), ("2 Light", "Label, one lamp", "12")];
    to_sign("Strip and accent light", &told, 30).await
}

/// Fused feeds and relays for the headlamps.
#[tokio::test]
async fn relays_for_the_headlamps() -> Result<()> {
    to_sign("Relays for the headlamps", &[("1 Look", "Capacity", "70")], 40).await
}

/// A second battery with its isolator.
#[tokio::test]
async fn a_second_battery() -> Result<()> {
    to_sign("Second battery", &[("1 Look", "Capacity", "95")], 30).await
}

/// A corroded connector, cleaned and sealed.
#[tokio::test]
async fn a_connector_repaired() -> Result<()> {
    to_sign("Repair a connector", &[], 20).await
}

/// A lamp told to its module: a long value, one bit of one byte.
#[tokio::test]
async fn a_lamp_coded_into_a_module() -> Result<()> {
    let told = [
        ("0 Sign", "Module and what it turns on", "Door module, puddle lamp"),
        ("0 Sign", "Value before: number or bytes", "04 00 8A 12"),
        ("0 Sign", "Byte from 0, if it has several", "2"),
        ("0 Sign", "Bit from 0", "6"),
    ];
    to_sign("Lamp coded into a module", &told, 20).await
}

/// Fog lamps on the factory's own plugs: no wire, no fuse, no drill.
#[tokio::test]
async fn a_pair_of_fog_lamps_on_their_own_plugs() -> Result<()> {
    let (_server, _folder, page) = empty_yard(Size::Desk).await?;
    page.press("New job").await?;
    page.says("What is to be done?").await?;
    crate::no_serious(&page, "new job").await?;
    // Found by a word that is not on its tile.
    page.fill("Find a kind of work", "replacement").await?;
    page.press("Lamp on its own plug").await?;
    page.fill("Unit", "53").await?;
    page.fill("Vehicle", "Corran C20").await?;
    page.press("Begin").await?;
    page.says("In the place of").await?;
    let seen = stages(&page).await?;
    for stage in ["Look", "Light", "Feed", "Fit", "Prove", "Aim", "Sign"] {
        ensure!(seen.contains(stage), "{stage}: {seen}");
    }
    for stage in ["Switch", "Run", "Cut"] {
        ensure!(!seen.contains(stage), "{stage}: {seen}");
    }
    page.fill("Label, one lamp", "18").await?;
    page.fill("Old label, one lamp", "55").await?;
    page.pick("Condition", "corroded contacts").await?;
    page.fill("Kept at", "shelf B4").await?;
    page.until("figures without a wire", || async {
        let headline = page.text("[data-testid=headline]").await?;
        Ok(headline.contains("own plug") && headline.contains("factory fuse"))
    })
    .await?;
    page.saved().await?;
    // A stage that stands aside is a press away, and says what it would hold.
    page.press("Cut").await?;
    page.says("Cut list").await?;
    page.keys("7").await?;
    page.says("trim off, unplug, old lamps off").await?;
    let steps = page.text("section[aria-label=\"All steps\"]").await?;
    for absent in ["Battery negative off", "pull the wires", "Cut, label and crimp"] {
        ensure!(!steps.contains(absent), "{absent}: {steps}");
    }
    let planned = page.actions();
    let steps = fit_all(&page).await?;
    page.says("All done.").await?;
    ensure!((9..=12).contains(&steps), "{steps} steps");
    sign(&page).await?;
    let actions = page.actions();
    println!(
        "a plug-in pair of fog lamps: {actions} actions and {steps} steps marked ({planned} to plan)"
    );
    ensure!(actions <= 25, "{actions} actions");
    page.close().await
}

/// More than one kind in one visit, and one that is added later: the stages that it needs come back.
#[tokio::test]
async fn kinds_go_together_and_are_added() -> Result<()> {
    let (_server, _folder, page) = empty_yard(Size::Desk).await?;
    page.begin(&["Bulbs to LED", "Repair a connector"]).await?;
    let seen = stages(&page).await?;
    ensure!(!seen.contains("Run") && !seen.contains("Cut"), "{seen}");
    page.press("1 Look").await?;
    page.says("Repair a connector").await?;
    page.pick("Add work", "Beacons and flashers").await?;
    page.until("the stages of a harness", || async {
        let seen = stages(&page).await?;
        Ok(["Feed", "Switch", "Run", "Cut"].iter().all(|s| seen.contains(s)))
    })
    .await?;
    page.saved().await?;
    page.press("2 Light").await?;
    page.holds("Name of the circuit", "Beacons").await?;
    page.close().await
}

/// By keys alone: the word, Enter, Enter.
#[tokio::test]
async fn a_job_is_begun_by_keys() -> Result<()> {
    let (_server, _folder, page) = empty_yard(Size::Phone).await?;
    page.press("New job").await?;
    page.says("What is to be done?").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the tiles on a phone");
    page.keys("beacon").await?;
    let enter = || thirtyfour::TypingData::from("") + thirtyfour::Key::Enter;
    page.keys(enter()).await?;
    page.until("the tile to be picked", || async {
        let picked = "return document.querySelector('[aria-pressed=true]')?.innerText ?? ''";
        let text = page.script(picked, vec![]).await?;
        Ok(text.as_str().is_some_and(|t| t.contains("Beacons and flashers")))
    })
    .await?;
    page.keys(enter()).await?;
    page.says("Name of the circuit").await?;
    page.holds("Name of the circuit", "Beacons").await?;
    page.close().await
}

/// Every kind begins with one press beside New job and Begin, opens where it is gone on with, and has its Prove; each is
/// brought through Fit to Sign above.
#[tokio::test]
async fn every_kind_begins_and_has_its_prove() -> Result<()> {
    let (_server, _folder, page) = empty_yard(Size::Desk).await?;
    page.press("New job").await?;
    page.says("What is to be done?").await?;
    let labels = "return [...document.querySelectorAll('[aria-label=\"Kinds of work\"] button')]
        .map((b) => b.querySelector('.font-semibold').innerText.trim())";
    let kinds: Vec<String> = serde_json::from_value(page.script(labels, vec![]).await?)?;
    ensure!(kinds.len() == 16, "{kinds:?}");
    for (k, kind) in kinds.iter().enumerate() {
        let before = page.actions();
        page.go("/").await?;
        page.begin(&[kind.as_str()]).await?;
        let actions = page.actions() - before;
        ensure!(actions == 3, "{kind}: {actions} actions to begin");
        ensure!(page.overflow_px().await? <= 0.0, "{kind}");
        let job = k + 1;
        page.go(&format!("/jobs/{job}/prove")).await?;
        page.says("These few tell most").await?;
    }
    page.close().await
}
