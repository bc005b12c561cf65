//! A lamp in the place of another, on the factory's own plug: the feed of most lamps that are fitted.

use crate::factory::PlannedFactory;
use crate::feed_option::{FeedOption, FeedReason, FeedVerdict, gather};
use crate::inputs::wire_label;
use crate::lamp::PlannedLamp;
use jovek_base::figure::amps;
use jovek_base::source::{Basis, Source};
use jovek_catalog::fuse::CONTINUOUS_PART;
use jovek_job::{FactoryKind, Feed, Job, LampCircuit, OutputKind, Signal};
use jovek_phrases::plan as say;

/// The plugs of a factory lamp circuit as a feed; `new_a` is the largest current of the lamps, A. None where no lamp comes off and nobody chose them.
pub fn option(
    job: &Job,
    circuit: &LampCircuit,
    (index, planned): (usize, &PlannedFactory),
    (lamps, new_a): (&[PlannedLamp], f64),
) -> Option<FeedOption> {
    let f = &job.factory[index];
    let feed = Feed::Plug { factory: f.id.clone() };
    let is_chosen = circuit.feed.as_ref() == Some(&feed);
    let takes_a_place = circuit.lights.iter().any(|l| l.replaces.is_some());
    if f.kind != FactoryKind::Lamp || !(is_chosen || takes_a_place) {
        return None;
    }
    let mut reasons = Vec::new();
    let mut say = |weighs, says: String, source| reasons.push(FeedReason { weighs, says, source });
    let wish = Source { name: say::the_wish(), basis: Basis::Fitter };
    let follows = &wire_label(f);
    match f.does(&circuit.lit) {
        true => say(FeedVerdict::Good, say::its_own_plug_its_own_switch().into(), wish),
        false => say(FeedVerdict::No, say::on_this_plug_it_comes(&follows), wish),
    }
    let (before_a, after_a) = (planned.before_a, planned.existing_a + new_a);
    let room_a = CONTINUOUS_PART * planned.fuse_a;
    let (weighs, says) = if after_a <= before_a {
        let says = say::before_after_no_more_for_wire(&amps(before_a), &amps(after_a));
        (FeedVerdict::Good, says)
    } else {
        let says = say::before_after_against_80(
            &amps(before_a),
            &amps(after_a),
            &amps(room_a),
            &planned.fuse_a,
        );
        (if after_a <= room_a { FeedVerdict::Mind } else { FeedVerdict::No }, says)
    };
    say(weighs, says, Source::computed("sum of the lamps"));
    let practice = Source::practice("lamps on their own plug");
    match f.output {
        OutputKind::Plain => {}
        OutputKind::Unknown => {
            say(FeedVerdict::Mind, say::not_known_whether_a_module_pulses_or().into(), practice)
        }
        OutputKind::Pulsed => {
            say(FeedVerdict::Mind, say::a_module_pulses_it_the_lamp().into(), practice)
        }
        OutputKind::Monitored => say(
            FeedVerdict::Mind,
            say::a_module_watches_it_in_place(&amps(after_a), &amps(before_a)),
            practice,
        ),
    }
    let is_led = lamps.iter().any(|l| !l.is_filament);
    if is_led && matches!(f.follows, Signal::Left | Signal::Right) {
        say(FeedVerdict::Mind, say::a_flasher_that_counts_the_load().into(), practice);
    }
    if is_led {
        say(FeedVerdict::Good, say::dark_on_a_live_plug().into(), practice);
    }
    Some(gather(feed, say::own_plug(&f.name), reasons))
}
