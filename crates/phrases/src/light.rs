//! Light: aim, pictures of light, glare, photometric files, lux at marked spots.

sentences! {
    // The aim sheet: for each lamp its mark on a wall or on the ground, and how many turns bring it there.
    in_range() = "in range";
    out_of_range() = "out of range";
    found_which_is_look(found, how) = "Found {found}, which is {how}: look where its mark is now.";
    in_range_leave() = "In range: leave it.";
    edge() = "Edge";
    hot_spot() = "Hot spot";
    in_the_middle() = "in the middle";
    left(tape) = "{tape} left";
    right(tape) = "{tape} right";
    all_of_it_assumed() = "; all of it assumed";
    lamp() = "Lamp";
    high_faces(up, side, faces, assumed) = "{up} high, {side}, faces {faces}{assumed}";
    above() = "above";
    below() = "below";
    at_its_own_height() = "at its own height";
    it(tape, beside) = "{tape} {beside} it";
    mark() = "Mark";
    allowed() = "Allowed";
    down(range, angle) = "{range}, {angle:.0}° down";
    height_found_on_the_wall() = "height found on the wall";
    distance_found_on_the_ground() = "distance found on the ground";
    forward() = "forward";
    rearward() = "rearward";
    high(mark) = "{mark} high";
    on_the_ground_from_below(mark) = "{mark} on the ground, from below the lamp";
    high_on_a_wall(up, wall) = "{up} high on a wall at {wall}";
    away_on_the_ground(far) = "{far} away on the ground";
    way_down() = "down";
    up() = "up";
    on_the_wall(apart, way) = "{apart} {way} on the wall";
    too_far(apart) = "{apart} too far";
    too_near(apart) = "{apart} too near";
    turns(by, turns, way, reach) = "{by}: {turns:.1} turns {way}. {reach}.";
    tilt_it_at_its_bracket(by, way) = "{by}: tilt it {way} at its bracket.";
    stands_higher_on_the_wall(high_name, mm, low_name) = "{high_name} stands {mm} higher on the wall than {low_name}: set both sides alike.";
    shines_farther_than_both_sides_alike(high_name, about, low_name) = "{high_name} shines {about} farther than {low_name}: set both sides alike.";

    // Colour of light: kelvin to chromaticity, and the legal colour area that it falls in.
    selective_yellow() = "selective yellow";
    amber() = "amber";
    yellowish_white() = "yellowish white";
    pure_white() = "pure white";
    bluish_white() = "bluish white";

    // The aim sheet and the ground plan as SVG, to be printed: A4, landscape, lengths on the sheet in mm.
    unit_aim_sheet_wall(unit, wall) = "Unit {unit}: aim sheet, wall at {wall}";
    no_lamp_of_this_job() = "No lamp of this job is aimed.";
    level_ground() = "level ground";
    tape_middle_of_the_vehicle() = "tape: middle of the vehicle";
    step_level_ground() = "1  Level ground, tyres at their pressure, usual load, tank half full or more, nobody leaning on it.";
    step_drive_up() = "2  Drive up to the wall, mark the middle of the vehicle and of each lamp (brown tape), then back straight.";
    step_distance() = "3  From lamp lens to wall the distance above, measured on both sides alike.";
    step_one_lamp() = "4  One lamp at a time, the others covered. Edge or hot spot onto the black mark; green is the range.";
    step_both_sides_alike() = "5  Both sides alike, same turns on both. Tighten, look again: tightening moves it.";
    every_1_of_slope() = "Every 1 % of slope in the floor moves the mark by 1 % of the distance. Local rules have the last word.";
    unit_light_on_the_ground_lx(unit) = "Unit {unit}: light on the ground, lx";

    // Glare: light toward the eyes of others, the own mirrors and camera, and what comes back from fog and snow.
    an_oncoming_driver(along) = "an oncoming driver at {along}";
    a_driver_who_follows(far) = "a driver who follows at {far}";
    the_own_driver_in_the_mirrors() = "its own driver, in the mirrors";
    turn_the_lamps_outward_or_shield() = "Turn the lamps outward or shield them on the side of the mirror.";
    nobody_is_troubled() = "Dazzles nobody.";
    aim_it_down_until_its_edge() = "Aim it down until its edge is below the lamp's middle.";
    with_high_beam_only_off() = "With high beam only: off for oncoming traffic.";
    a_work_lamp_off() = "A work lamp: off on the road, pointed down at the work.";
    dim_it_at_night() = "Dim it at night where it can be dimmed.";
    tilt_it_further_down_it_must() = "Tilt it further down; it must go out above walking pace.";
    seen_but_a_signal_may() = "Seen, as a signal may be.";
    turn_it_down_or_shield() = "Turn it down or shield it.";
    cd_close_to_a_reversing_camera(lamp, candela) = "{lamp}: {candela:.0} cd close to a reversing camera can drown its picture; look at the screen with the lamp on.";
    high_near_the_driver_eyes(lamp, up) = "{lamp}: {up} high, near the driver's eyes or above: fog, snow and dust in its beam shine straight back. Low lamps light under the eyes' line.";
    white_with_a_good_edge(lamp) = "{lamp}: white with a good edge is one school; amber or selective yellow gives less back-glare is the other (common practice, no source).";
    less_blue_less_back_glare(lamp) = "{lamp}: less blue, less back-glare in snow, dust and fog is one school; white with a better edge the other (common practice, no source).";

    // Candela by direction, as measured: three frames of angles, read between the grid lines.
    angles_from_to_and_to_degrees(v0, v1, h0, h1) = "angles from {v0} to {v1} and {h0} to {h1} degrees: outside of them the lamp counts as dark";

    // Photometric files: IES LM-63, editions 1986, 1991, 1995, 2002 and 2019.
    line(line, what) = "line {line}: {what}";
    larger_than_kb(most) = "larger than {most} kB";
    no_line_tilt_anywhere() = "no line TILT= anywhere; this is no LM-63 file, or its end is missing";
    the_keyword_is_missing(wanted) = "the keyword [{wanted}] is missing";
    the_lamp_place_to_the_luminaire() = "the lamp's place to the luminaire";
    tilt_angles() = "tilt angles";
    a_tilt_angle() = "a tilt angle";
    a_tilt_factor() = "a tilt factor";
    the_tilt_factors_are_in_another(file) = "the tilt factors are in another file, {file}: left out";
    tilt_must_be_none_include() = "TILT must be NONE, INCLUDE or the name of a file";
    the_number_of_lamps() = "the number of lamps";
    the_lumens_of_each_lamp() = "the lumens of each lamp";
    the_multiplier() = "the multiplier";
    vertical_angles() = "vertical angles";
    horizontal_angles() = "horizontal angles";
    more_than_values(most_values) = "more than {most_values} values";
    the_photometric_type() = "the photometric type";
    photometric_type_it_must_be_1(other) = "photometric type {other}; it must be 1 (C), 2 (B) or 3 (A)";
    the_unit_of_lengths() = "the unit of lengths";
    unit_of_lengths_it_must(other) = "unit of lengths {other}; it must be 1 (ft) or 2 (m)";
    the_width() = "the width";
    the_length() = "the length";
    the_height() = "the height";
    the_ballast_factor() = "the ballast factor";
    the_figure_behind_the_ballast_factor() = "the figure behind the ballast factor";
    the_power() = "the power";
    the_factors_multiply_to_they_must(by) = "the factors multiply to {by}; they must be above 0";
    a_candela_value() = "a candela value";
    candela_below_0() = "candela below 0";
    line_more_figures_than_angles(line, word) = "line {line}: more figures than angles, from \"{word}\" on left out";
    the_candela_add_up_to_lm(flux_lm, stated_lm) = "the candela add up to {flux_lm:.0} lm, more than the {stated_lm:.0} lm of its lamps";
    the_file_ends_where_should_stand(what) = "the file ends where {what} should stand";
    where_should_stand(word, what) = "\"{word}\" where {what} should stand";
    the_number(what) = "the number of {what}";
    it_must_be_a_whole_number(value, what, most) = "{value} {what}; it must be a whole number up to {most}";
    a_angle(kind) = "a {kind} angle";
    angle_there_is_none_such(kind, angle) = "{kind} angle {angle}: there is none such";
    angle_behind_angles_must_rise(kind, angle, before) = "{kind} angle {angle} behind {before}: angles must rise";

    // Lux at marked spots from CSV.
    the_first_row_wants_the_columns() = "the first row needs the columns spot and before or after";
    more_than_rows_split_the_list(most_rows) = "more than {most_rows} rows; split the list";
    lx_a_meter_shows_0(lx, most_lx) = "{lx} lx: a meter shows 0 to {most_lx:.0}";
    there_is_no_marked_spot(name) = "there is no marked spot \"{name}\" in this job";
    neither_before_nor_after() = "neither before nor after";

    // What the lamps of a job do with their light, in figures and words.
    its_photometric_file_does_not_count(lamp, e) = "{lamp}: its photometric file does not count, {e}";
    level_ground_every_1_of_slope(wall) = "Level ground: every 1 % of slope moves a mark on the wall by {wall}.";
    as_planned_times_the_light(ratio) = "as planned {ratio} times the light";
    high_down(up, down) = "{up} high, {down:.1}° down";
    lm_cd_wide_high(flux, peak, wide, high) = "{flux} lm, {peak} cd, {wide:.0}° wide, {high:.0}° high";
    v_of_its_light(volt, level) = "{volt:.1} V, {level:.0} % of its light";
    lx_at(lux_lx, far) = "{lux_lx:.0} lx at {far}";
    lx_nowhere(lux_lx) = "{lux_lx:.0} lx nowhere";
    between_the_colours() = "between the colours";
    k_assumed(colour) = "{colour:.0} K assumed. ";
    usual_led_of_its_colour_assumed() = "Usual LED of its colour assumed. ";
    has_k_k_two_whites(warm, warm_k, cool, cool_k) = "{warm} has {warm_k:.0} K, {cool} {cool_k:.0} K: two whites on one vehicle.";

    // What each shade of a picture of light stands for.
    lx_or_less(dark) = "{dark} lx or less";
    lx_or(bright) = "{bright} lx or more";
    about_lx(between) = "about {between} lx";

    // Marked spots: predicted beside measured, before beside after, and what explains a difference best.
    times_the_light_of_before(two_digits) = "{two_digits} times the light of before";
    as_predicted() = "As predicted.";
    a_dirty_lens_or_cover() = "a dirty lens or cover";
    too_low() = "low";
    too_high() = "high";
    lamps_that_point_about_too(deg, way) = "lamps that point about {deg:.0}° too {way}";
    another_voltage(other) = "another voltage: as with \"{other}\"";
    less() = "Less";
    more() = "More";
    another_lamp_than_planned_or_one() = "another lamp than planned, or one that is out";
    another_lamp_than_planned_or_light() = "another lamp than planned, or light from elsewhere";
    than_predicted_lx_against_lx_what(word, measured, predicted, reason) = "{word} than predicted ({measured} lx against {predicted} lx). What fits best: {reason}.";

    // Who could see a hidden source.
    somebody_who_stands_2_m_away() = "somebody who stands 2 m away";
    a_driver_10_m_away() = "a driver 10 m away";
    vertical() = "vertical";
    horizontal() = "horizontal";
    range(least, most) = "{least} to {most}";
}
