//! The command line.

sentences! {
    // The command line.
    jovek(e) = "jovek: {e:#}";
    demo_jobs_are_kept_in_memory() = "Demo jobs are kept in memory and are gone when this program ends.";
    cannot_be_read(file) = "{file} cannot be read";
    cannot_be_written(path) = "{path} cannot be written";
    backups_go_into(folder, hours) = "Backups go into {folder} every {hours} h.";
    no_backup_was_made(folder, why) = "No backup was made into {folder}: {why}";
    no_backup_in(folder) = "there is no backup in {folder}";
    rehearsed(file, jobs, entries, last) = "{file}: {jobs} jobs came back, {entries} entries of the history, the last {last}.";
    job_does_not_come_back(id) = "job {id} cannot be read in it";
    copied_to(db, to) = "{db} copied to {to}";
    restored_from(db, from) = "{db} restored from {from}";
    standard_input_cannot_be_read() = "standard input cannot be read";
    line(path, line, bad, why) = "{path}, line {line}: {bad}: {why}";
    job_is_left_out_it_cannot(id, what) = "job {id} is left out, it cannot be read: {what}";
    all_as_written() = "all as written";
    not_as_written() = "NOT as written";
    entries_last(entries, verdict, found) = "{entries} entries, {verdict}; last {found}";
    lux_meter() = "lux meter";
    trailer_lamp_tester() = "trailer lamp tester";
    body_module() = "body module";

    // Answers as text for the terminal.
    bay_unit(bay, unit, starts, ends, text) = "Bay {bay}: unit {unit}, {starts} to {ends}, {text}\n";
    person_bay_unit(starts, person, bay, unit, what) = "{starts}  person {person}, bay {bay}, unit {unit}: {what}\n";
    unit(unit, title, found) = "Unit {unit}: {title}\n{found}\n\n";
    or_no_reading_tells_them_apart(also) = "              or {also}: no reading tells them apart\n";
    read_next() = "\nRead next\n";
    id(how, time, check) = "  {how} ({time}, id {check})\n";
    with(words, says) = "  with {words}: {says}\n";
    holds() = "holds";
    missed() = "missed";
    fed_backwards(path, counter, remedy) = "Fed backwards: {path}\n{counter}  {remedy}\n";
    buzzes(counter) = "Buzzes: {counter}";
    no_steady_state(counter) = "No steady state: {counter}";
    left_on(left) = "Left on: {left}\n";
    single_failures_tried(failures_tried) = "\n{failures_tried} single failures tried:\n";
    unit_battery(unit, words, battery) = "Unit {unit}: {words}\nbattery {battery}\n\n";
    and_fed_backwards() = ", fed backwards";
    on() = "on";
    off() = "off";
    wire_of(name, source, text, fed) = "wire of {name} ({source}): {text}{fed}\n";
    unit_long_wide_high(unit, title, length, width, height, total) = "Unit {unit}: {title}\n{length} long, {width} wide, {height} high\n{total}\n";
    done() = "done";
    begun() = "begun";
    ready() = "ready";
    rests() = "rests";
    not_yet() = "not yet";
    at(place) = ", at {place}";
    unit_and_gap(unit, title) = "Unit {unit}: {title}\n\n";
    in_use() = " (in use)";
    auxiliary(p) = ", auxiliary {p:.0} %";
    after_the_shift_starting_battery(way, used, start, second, lamp, light, reached, starts) = "\n{way}{used}: after the shift starting battery {start:.0} %{second}; {lamp}; {light}; {reached}\n  {starts}\n";
    unit_line(unit, title) = "Unit {unit}: {title}\n";
    no_floor_the_cut() = "no floor: the cut-in is not known";
    beam_assumed() = " (beam assumed)";
    predicted(spot, predicted) = "\n{spot}: {predicted} predicted";
    lx_measured(after) = ", {after} lx measured";
    aim_wall(wall) = "\nAim, wall at {wall}\n";
    for_cd_lx_at_the_eye(from, who, candela, eye, veil_cd_m2, says) = "  {from} for {who}: {candela:.0} cd, {eye:.2} lx at the eye, veil {veil_cd_m2:.2} cd/m2. {says}\n";
    edition_and_type(edition, frame) = "{edition}, type {frame}\n";
    vertical_angles_to_horizontal_to_degrees(vertical, v0, v1, horizontal, h0, h1) = "{vertical} vertical angles {v0} to {v1}, {horizontal} horizontal {h0} to {h1} degrees\n";
    of_lm_rated(lm) = " of {lm:.0} lm rated";
    absolute() = ", absolute";
    lm_peak_cd(flux, stated, peak) = "{flux:.0} lm{stated}, peak {peak:.0} cd\n";
    beam_half_of_the_peak_wide(w, h) = "Beam (half of the peak): {w:.1} wide, {h:.1} high, degrees\n";
    field_a_tenth_wide_high_degrees(fw, fh) = "Field (a tenth): {fw:.1} wide, {fh:.1} high, degrees\n";
    note(warning) = "Note: {warning}\n";
    ask() = "ask";
    unit_and_report(unit, title, report) = "Unit {unit}: {title}\n{report}\n";
    with_without(what, else_says) = "  With {what}. Without: {else_says}\n";
    then(number, title, text, mind, then) = "  {number}. {title}: {text} {mind} Then: {then}.\n";
    bundles() = "Bundles";
}
