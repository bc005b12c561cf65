//! Strips as they are laid: pieces, leads, splitters, light stops.

sentences! {
    // Strips, backlights and screws as they are read out.
    one_end() = "one end";
    the_middle() = "the middle";
    plus_at_the_start_minus() = "plus at the start, minus from the end";
    both_ends() = "both ends";
    two_runs() = "two runs";
    three_runs() = "three runs";
    four_runs() = "four runs";
    as_labelled() = "as labelled";
    dimmest_group_of_the_brightest(evenness, light, leads, lead, wire) = "dimmest group {evenness:.0} % of the brightest, {light:.0} % of its light in all; {leads} leads, {lead} of {wire}";
    at(volt, state) = "at {volt} ({state})";
    module(length) = "module, {length}";
    strip_cut_behind_mark(length, groups) = "strip, {length}: cut behind mark {groups}";
    piece_of_strip() = "piece of strip";
    pieces_of_strip() = "pieces of strip";
    lit(made, fitted, power) = "{made}, {fitted} lit, {power}";
    without_a_cut_over_its_flat(bends, rule) = "{bends} without a cut: over its flat only, in a curve of {rule} and more, no solder or LED on the bend";
    of_opened_left_over(reels, reel, left) = "{reels} of {reel} opened, {left} left over";
    piece_cut_through_behind_mark(piece, mark) = "piece {piece} cut through behind mark {mark}: the next run begins there";
    between_pieces(leads, sum, size) = "{leads} between pieces, {sum} of {size}";
    leads_of_cores_black_is_plus(poles, channel) = "leads of {poles} cores, black is plus to all colours; each channel takes {channel} to ground with all lit";
    no_splitter_one_lead() = "no splitter: one lead from the controller";
    no_splitter_one_pair_of_leads() = "no splitter: one pair of leads";
    splitter_with_ways_in_the_dry(n) = "splitter with {n} ways, in the dry or sealed";
    cm_to_clean_with_isopropyl_alcohol(area_cm2) = "{area_cm2:.0} cm² to clean with isopropyl alcohol, pressed for 30 s";
    row_of_wide_modules(row, n) = "row of {row} wide: {n} modules";
    their_middles_at_from_the_left(at) = "their middles at {at} from the left end";
    between_lit_faces_behind(gap, depth) = "{gap} between lit faces, {depth} behind";
    light_stops_at_both_ends(long_stop, stop_cm2) = "light stops at both ends and along top and bottom ({long_stop} each), {stop_cm2:.0} cm² of foam";
    ends_inside_the_panel_too_short(by) = "ends {by} inside the panel: too short to hold";
    comes_out_behind_the_panel_measure(tip) = "comes out {tip} behind the panel; measure the space to the skin";
    runs_into_the_skin_behind(by, longest) = "runs {by} into the skin behind; at most {longest} long";
    stops_only_short_of_the_skin(air, longest) = "stops only {air} short of the skin; at most {longest} long";
    stops_short_of_the_skin(air) = "stops {air} short of the skin";
    a_module() = "module";
    modules() = "modules";
    corner() = "corner";
    corners() = "corners";
    reel() = "reel";
    reels() = "reels";
    lead() = "lead";
    leads() = "leads";
    and() = " and ";
}
