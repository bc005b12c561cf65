//! Ways and places on the skeleton.

sentences! {
    // The bodies: places at parts of length, width and height, and the ways between them.
    fuse_panel() = "fuse panel";
    relay_panel() = "relay panel";
    stud_in_the_engine_bay() = "stud in the engine bay";
    front_left() = "front, left";
    front_right() = "front, right";
    slam_panel() = "slam panel";
    bonnet_hinge_left() = "bonnet hinge, left";
    bonnet_hinge_right() = "bonnet hinge, right";
    firewall_grommet() = "firewall grommet";
    switch_panel() = "switch panel";
    front_pillar_left() = "front pillar, left";
    roof_front() = "roof, front";
    roof_left_edge() = "roof, left edge";
    roof_right_edge() = "roof, right edge";
    door_sill_left() = "door sill, left";
    door_sill_right() = "door sill, right";
    rear_wall_of_the_cab() = "rear wall of the cab";
    stud_in_the_cab() = "stud in the cab";
    left_rail_front() = "left rail, front";
    left_rail_middle() = "left rail, middle";
    left_rail_rear() = "left rail, rear";
    right_rail_front() = "right rail, front";
    right_rail_middle() = "right rail, middle";
    right_rail_rear() = "right rail, rear";
    stud_on_the_rear_rail() = "stud on the rear rail";
    rear_left() = "rear, left";
    rear_right() = "rear, right";
    left_side_middle() = "left side, middle";
    right_side_middle() = "right side, middle";
    load_space_left() = "load space, left";
    load_space_right() = "load space, right";
    load_space_roof() = "load space, roof";
    rear_pillar_left() = "rear pillar, left";
    above_the_rear_door() = "above the rear door";
    rear_door() = "rear door";
    stud_at_the_wheel_arch() = "stud at the wheel arch";
    boot_left() = "boot, left";
    boot_right() = "boot, right";
    boot_rear_left() = "boot, rear left";
    boot_lid() = "boot lid";
    number_plate() = "number plate";
    stud_in_the_boot() = "stud in the boot";
    bed_left() = "bed, left";
    bed_right() = "bed, right";
    socket_of_the_towing_vehicle() = "socket of the towing vehicle";
    plug_at_the_drawbar() = "plug at the drawbar";
    junction_box() = "junction box";
    fuse_in_the_junction_box() = "fuse in the junction box";
    relay_in_the_junction_box() = "relay in the junction box";
    switch_on_the_drawbar() = "switch on the drawbar";
    stud_at_the_junction_box() = "stud at the junction box";
    battery_box() = "battery box";
    fuse_panel_at_the_battery_box() = "fuse panel at the battery box";
    stud_at_the_battery_box() = "stud at the battery box";
    left_side() = "left side";
    right_side() = "right side";
    left_side_front() = "left side, front";
    left_side_rear() = "left side, rear";
    right_side_front() = "right side, front";
    right_side_rear() = "right side, rear";

    // Lays the wires of every circuit along the skeleton.
    side_by_side() = "side by side";
    battery() = "battery";
    grille() = "grille";
    bonnet() = "bonnet";
    hitch() = "hitch";
    headboard() = "headboard";
    tailgate() = "tailgate";
    way_between(from, to) = "{from} to {to}";
}
