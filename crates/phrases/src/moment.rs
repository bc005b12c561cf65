//! One state of the vehicle: what is lit, and what changes.

sentences! {
    // A state of the vehicle by its names: what the command line and the page say, as inputs.
    there_is_no_state_use_one(name, known) = "there is no state \"{name}\"; use one of {known}";
    nothing_in_this_job_is_called(key, known) = "nothing in this job is called \"{key}\"; it depends on {known}";
    cannot_be_set_to_dimmers(switch, percent, known) = "{switch} cannot be set to {percent} %; dimmers of this job: {known}, each 1 to 100 %";
    cannot_be_on_at_once_leave(words) = "{words} cannot be on at once; leave one of them off";

    // What is different from the moment before, in words.
    on(name, through, current) = "{name} on.{through} {current}.";
    off(name) = "{name} off.";
    dimmed_to(name, to) = "{name} dimmed to {to}.";
    should_be_lit() = "should be lit";
    should_be_dark() = "should be dark";
    fed_backwards(name, text) = "{name} fed backwards: {text}.";
    no_longer_fed_backwards(name) = "{name} no longer fed backwards.";
    out(name) = "{name} out.";
    buzzes_it_opens_and_closes_without(b) = "{b} buzzes: it opens and closes without end.";
    nothing_changes() = "Nothing changes.";

    // Everything seen in one state.
    lit_for_of_the_time(current, duty) = "lit, {current} for {duty} of the time";
    lit(current) = "lit, {current}";
    glows_at(most) = "glows at {most}";

    // States that were saved in Try, as they are now.
    state_lit(words, lit) = "{words}: lit {lit}.";
    nothing() = "nothing";
    none() = "none";
    full() = "full";
}
