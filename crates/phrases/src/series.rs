//! A series: vehicles that get the same work one after another.

sentences! {
    // How far it is.
    waits() = "waits";
    in_work(done, steps) = "in work, {done} of {steps} steps";
    waits_for_its_signature() = "to be signed";
    signed() = "signed";
    series_stands(signed, all, at_work, hours) = "{signed} of {all} signed, {at_work} in work, {hours:.0} h of work left";

    // The learning curve.
    too_few_are_timed(least) = "no learning curve yet: at least {least} vehicles with timed steps make one";
    no_curve_fits() = "no learning curve: they do not get quicker as practice would have it";
    curve_says(percent, count, first, next, minutes) = "Each doubling takes {percent:.0} % of the time ({count} vehicles timed; the first took {first:.2} of its plan). Vehicle {next}: about {minutes}.";
    h_min(hours, minutes) = "{hours} h {minutes:02} min";

    // What is bought.
    some_follow_an_older_issue(count, newest, units) = "Issue {newest} is out and {count} of them still follow an older one ({units}): let them take it before you buy or cut.";
    packs_of(packs, pack) = "{packs} × {pack}";
    reels_at_least(reels, least) = "{reels} reels; no plan needs fewer than {least}";

    // Wire for all of them.
    alike(count) = "{count} alike";
    only_one() = "1 by itself";
}
