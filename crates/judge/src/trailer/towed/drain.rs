//! What the key takes from the battery of a towed vehicle, and when that is too much.

use crate::budget::battery::{capacity_part, needed_to_start_percent, taken_ah_per_h};
use crate::budget::{ASSUMED_C, ASSUMED_START_PERCENT};
use jovek_base::figure::amps;
use jovek_catalog::battery::ASSUMED_AH;
use jovek_job::{Job, Towed};
use jovek_phrases::trailer as say;
use serde::Serialize;
use utoipa::ToSchema;

/// The battery on a tow.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TowDrain {
    /// In words, with figures.
    pub text: String,
    /// Hours until it may not start any more, h; none where it never comes to that.
    pub hours: Option<f64>,
    /// True where the longest tow leaves it too weak.
    pub is_too_long: bool,
    /// What can be done.
    pub remedies: Vec<String>,
}

/// What the key takes from its battery on the longest tow.
pub(super) fn drain(job: &Job, facts: &Towed) -> Option<TowDrain> {
    let key_on_a = facts.key_on_a?;
    let battery = &job.supply.battery;
    let capacity_ah = battery.capacity_ah.unwrap_or(ASSUMED_AH);
    let chemistry = battery.chemistry;
    let shift = job.shift.as_ref();
    let battery_c = shift.and_then(|s| s.battery_c).unwrap_or(ASSUMED_C);
    let needed = needed_to_start_percent(battery_c);
    let net_a = key_on_a - facts.charged_a.unwrap_or(0.0);
    if net_a <= 0.0 {
        return Some(TowDrain {
            text: say::the_key_takes_the_lead_gives(
                &amps(key_on_a),
                &amps(facts.charged_a.unwrap_or(0.0)),
            ),
            hours: None,
            is_too_long: false,
            remedies: Vec::new(),
        });
    }
    let there_ah = capacity_ah * capacity_part(chemistry, battery_c);
    let percent_per_h = 100.0 * taken_ah_per_h(chemistry, capacity_ah, net_a) / there_ah;
    let hours = (ASSUMED_START_PERCENT - needed).max(0.0) / percent_per_h;
    let is_too_long = facts.hours.is_some_and(|h| h > hours);
    let longest = facts.hours.map_or(String::new(), |h| {
        say::the_longest_tow_is_h(
            &h,
            &if is_too_long { say::too_long() } else { say::that_is_well() },
        )
    });
    let remedies = if is_too_long {
        [
            say::a_charge_wire_in_the_lead(),
            say::a_switch_at_the_battery_opened(),
            say::pull_the_fuses_of_what(),
            say::a_stop_every_few_hours(),
        ]
        .map(str::to_owned)
        .into()
    } else {
        Vec::new()
    };
    Some(TowDrain {
        text: say::key_on_takes_net(
            &amps(net_a),
            &capacity_ah,
            &job.shop.units.degrees(battery_c),
            &ASSUMED_START_PERCENT,
            &needed,
            &hours,
            &longest,
        ),
        hours: Some(hours),
        is_too_long,
        remedies,
    })
}
