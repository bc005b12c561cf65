//! The job as it is read, and what its facts are called.

sentences! {
    // A lamp circuit: lights, when they are lit, feed, control, path.
    post_to_fuse() = "Post to fuse";
    fuse_to_relay_or_switch() = "Fuse to relay or switch";
    along_the_frame() = "Along the frame";
    frame_to_lamps() = "Frame to lamps";
    lamps_to_stud() = "Lamps to stud";
    led_work_lamp() = "LED work lamp";

    // What a lamp is for, its colour, its place and how it flashes.
    headlamps() = "headlamps";
    tail_lamps() = "tail lamps";
    brake_lamps() = "brake lamps";
    turn_indicators() = "turn indicators";
    marker_lamps() = "marker lamps";
    plate_lamps() = "plate lamps";
    fog_lamps() = "fog lamps";
    driving_lamps() = "driving lamps";
    work_lamps() = "work lamps";
    warning_lamps() = "warning lamps";
    accent_lamps() = "accent lamps";

    // The job: facts and choices, what a person said or measured.
    work_lamps_name() = "Work lamps";

    // What a lamp does with its light, where it stands and where it points; and where light is looked at.
    class_one() = "class 1";
    class_two() = "class 2";
    class_three() = "class 3";
    united_states_federal() = "United States, federal";
    un_regulations() = "UN regulations";

    // Reading and writing the job file: JSON, canonical, every fault with its place and remedy.
    the_file_has_bytes(bytes, max_job_bytes) = "the file has {bytes} bytes, more than {max_job_bytes}: this is not a job file";
    not_readable_as_json_at_line(line, column, what) = "not readable as JSON at line {line}, column {column}: {what}";
    the_file_has_format_this_program(found, format_version) = "the file has format {found}; this program reads up to {format_version}: open it with a newer Jovek";
    this_is_json() = "this is JSON but not a job: the field \"jovek\" with the format version is missing";
    the_format_version_must(format_version) = "the format version must be {format_version}";

    // States of the vehicle that people name and keep.
    engine_off() = "Engine off";
    charging() = "Charging";
    low_battery() = "Low battery";

    // The connector between two vehicles, what hangs between its halves, and a vehicle that is towed on its wheels.
    nothing_on() = "nothing on";
    key_on() = "key on";
    tail() = "tail";
    rear_fog() = "rear fog";
    as_the_harness() = "as the harness has it";
}
