//! The bodies: places at parts of length, width and height, and the ways between them.
//!
//! No source: a body here is a sketch of what all vehicles of the kind have in common; what a fitter
//! measures beats it.

use jovek_job::{BodyKind, Hazard, Passage, Zone};
use jovek_phrases::route as say;

/// What a way runs along.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Line {
    /// Inside a frame rail.
    Rail,
    /// Along lines or a loom that are there.
    Existing,
    /// Neither.
    Free,
}

/// A place of a body: parts of its length from the front, of its width from the middle to the left, of its
/// height from the ground.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BodyPlace {
    /// Stable id.
    pub id: &'static str,
    /// Name.
    pub name: &'static str,
    /// Part of length, width, height.
    pub part: [f64; 3],
}

/// A way of a body.
#[derive(Debug, Clone, PartialEq)]
pub struct BodyWay {
    /// Stable id.
    pub id: String,
    /// Its ends.
    pub between: (&'static str, &'static str),
    /// Surroundings.
    pub zone: Zone,
    /// What it runs along.
    pub line: Line,
    /// What can hurt a wire there.
    pub hazards: Vec<Hazard>,
    /// How a wire gets through.
    pub passage: Passage,
}

/// A body before anything is measured.
#[derive(Debug, Clone, PartialEq)]
pub struct Body {
    /// Usual length, width and height, m.
    pub usual_m: [f64; 3],
    /// Places.
    pub places: Vec<BodyPlace>,
    /// Ways.
    pub ways: Vec<BodyWay>,
}

impl Body {
    fn place(&mut self, id: &'static str, name: &'static str, part: [f64; 3]) {
        self.places.push(BodyPlace { id, name, part });
    }

    fn way(&mut self, a: &'static str, b: &'static str, zone: Zone, line: Line) -> &mut BodyWay {
        self.ways.push(BodyWay {
            id: format!("{a}-{b}"),
            between: (a, b),
            zone,
            line,
            hazards: Vec::new(),
            passage: Passage::Open,
        });
        let last = self.ways.len() - 1;
        &mut self.ways[last]
    }

    /// Engine bay between the nose and a firewall, with battery, fuses and relays on the left.
    fn engine_bay(&mut self, wall: f64) {
        let x = |part: f64| part * wall;
        self.place("battery", say::battery(), [x(0.55), 0.34, 0.45]);
        self.place("fuses", say::fuse_panel(), [x(0.7), 0.38, 0.48]);
        self.place("relays", say::relay_panel(), [x(0.8), 0.38, 0.48]);
        self.place("g_front", say::stud_in_the_engine_bay(), [x(0.5), 0.40, 0.40]);
        self.place("front_left", say::front_left(), [0.0, 0.38, 0.32]);
        self.place("front_right", say::front_right(), [0.0, -0.38, 0.32]);
        self.place("grille", say::grille(), [0.0, 0.0, 0.40]);
        self.place("slam", say::slam_panel(), [x(0.1), 0.0, 0.46]);
        use Zone::EngineBay;
        self.way("battery", "fuses", EngineBay, Line::Free);
        self.way("fuses", "relays", EngineBay, Line::Free);
        self.way("battery", "g_front", EngineBay, Line::Free);
        self.way("relays", "front_left", EngineBay, Line::Existing);
        self.way("front_left", "slam", EngineBay, Line::Existing);
        self.way("slam", "grille", Zone::Exterior, Line::Free);
        self.way("slam", "front_right", EngineBay, Line::Existing);
        self.way("front_left", "g_front", EngineBay, Line::Free);
        self.bonnet(wall);
    }

    /// The bonnet, whose skin a screw must not reach, and the brackets at its hinges, which stand still.
    fn bonnet(&mut self, wall: f64) {
        self.place("bonnet", say::bonnet(), [0.6 * wall, 0.0, 0.56]);
        self.place("hinge_left", say::bonnet_hinge_left(), [0.95 * wall, 0.40, 0.56]);
        self.place("hinge_right", say::bonnet_hinge_right(), [0.95 * wall, -0.40, 0.56]);
        use Zone::EngineBay;
        self.way("relays", "hinge_left", EngineBay, Line::Existing);
        self.way("hinge_left", "hinge_right", EngineBay, Line::Existing);
        self.way("hinge_left", "bonnet", EngineBay, Line::Free).passage = Passage::Hinge;
    }

    /// Cab from the firewall to its rear wall.
    fn cab(&mut self, wall: f64, rear: f64) {
        let x = |part: f64| wall + part * (rear - wall);
        self.place("firewall", say::firewall_grommet(), [wall, 0.25, 0.45]);
        self.place("dash", say::switch_panel(), [x(0.2), 0.05, 0.55]);
        self.place("pillar", say::front_pillar_left(), [x(0.2), 0.42, 0.55]);
        self.place("roof", say::roof_front(), [x(0.4), 0.0, 1.0]);
        self.place("roof_left", say::roof_left_edge(), [x(0.4), 0.42, 0.97]);
        self.place("roof_right", say::roof_right_edge(), [x(0.4), -0.42, 0.97]);
        self.place("sill", say::door_sill_left(), [x(0.5), 0.42, 0.25]);
        self.place("sill_right", say::door_sill_right(), [x(0.5), -0.42, 0.25]);
        self.place("cab_rear", say::rear_wall_of_the_cab(), [x(0.95), 0.0, 0.55]);
        self.place("g_cab", say::stud_in_the_cab(), [x(0.1), 0.40, 0.40]);
        use Zone::Cab;
        let through = self.way("relays", "firewall", Zone::EngineBay, Line::Existing);
        through.passage = Passage::Grommet { bore_mm: Some(30.0) };
        self.way("firewall", "dash", Cab, Line::Existing);
        self.way("firewall", "pillar", Cab, Line::Existing);
        // Curtains lie in pillars and roof edges.
        for (a, b, line) in [
            ("pillar", "roof_left", Line::Existing),
            ("roof_left", "roof", Line::Free),
            ("roof", "roof_right", Line::Free),
        ] {
            self.way(a, b, Cab, line).hazards = vec![Hazard::Airbag];
        }
        self.way("pillar", "sill", Cab, Line::Existing);
        self.way("sill", "cab_rear", Cab, Line::Existing);
        self.way("dash", "sill_right", Cab, Line::Existing);
        self.way("pillar", "g_cab", Cab, Line::Free);
    }

    /// Two rails from `front` to the rear, with a cross member at each end.
    fn frame(&mut self, front: f64) {
        let middle = 0.5 * (front + 1.0);
        for (id, name, along, across) in [
            ("rail_lf", say::left_rail_front(), front, 0.22),
            ("rail_lm", say::left_rail_middle(), middle, 0.22),
            ("rail_lr", say::left_rail_rear(), 0.97, 0.22),
            ("rail_rf", say::right_rail_front(), front, -0.22),
            ("rail_rm", say::right_rail_middle(), middle, -0.22),
            ("rail_rr", say::right_rail_rear(), 0.97, -0.22),
        ] {
            self.place(id, name, [along, across, 0.3]);
        }
        self.place("g_rear", say::stud_on_the_rear_rail(), [0.95, 0.22, 0.3]);
        self.place("rear_left", say::rear_left(), [1.0, 0.42, 0.35]);
        self.place("rear_right", say::rear_right(), [1.0, -0.42, 0.35]);
        self.place("hitch", say::hitch(), [1.0, 0.0, 0.25]);
        self.place("side_left", say::left_side_middle(), [middle, 0.48, 0.3]);
        self.place("side_right", say::right_side_middle(), [middle, -0.48, 0.3]);
        use Zone::{Exterior, Underbody};
        for (a, b) in [("rail_lf", "rail_lm"), ("rail_lm", "rail_lr")] {
            self.way(a, b, Underbody, Line::Rail);
        }
        // The exhaust runs on the right, fuel and brake lines on the left.
        for (a, b) in [("rail_rf", "rail_rm"), ("rail_rm", "rail_rr")] {
            self.way(a, b, Underbody, Line::Existing).hazards = vec![Hazard::Heat];
        }
        self.way("rail_lf", "rail_rf", Underbody, Line::Existing);
        self.way("rail_lr", "rail_rr", Underbody, Line::Existing);
        self.way("rail_lr", "g_rear", Underbody, Line::Free);
        for (a, b) in [
            ("rail_lr", "rear_left"),
            ("rail_rr", "rear_right"),
            ("rail_lr", "hitch"),
            ("rail_lm", "side_left"),
            ("rail_rm", "side_right"),
        ] {
            self.way(a, b, Exterior, Line::Free).hazards = vec![Hazard::Spray];
        }
    }

    /// From the engine bay down to the rails.
    fn down(&mut self) {
        let way = self.way("relays", "rail_lf", Zone::EngineBay, Line::Existing);
        way.hazards = vec![Hazard::Moving];
        self.way("rail_lf", "g_front", Zone::EngineBay, Line::Free);
    }

    /// A load space from `front` to the rear, under a roof.
    fn load_space(&mut self, front: f64) {
        let middle = 0.5 * (front + 1.0);
        self.place("bay_left", say::load_space_left(), [middle, 0.46, 0.7]);
        self.place("bay_right", say::load_space_right(), [middle, -0.46, 0.7]);
        self.place("bay_roof", say::load_space_roof(), [middle, 0.0, 0.95]);
        self.place("bay_rear", say::rear_pillar_left(), [0.97, 0.46, 0.9]);
        self.place("rear_top", say::above_the_rear_door(), [1.0, 0.0, 0.95]);
        self.place("rear_door", say::rear_door(), [1.0, 0.2, 0.6]);
        self.place("g_bay", say::stud_at_the_wheel_arch(), [0.75, 0.44, 0.35]);
        use Zone::Cab;
        self.way("roof_left", "bay_left", Cab, Line::Existing);
        self.way("bay_left", "bay_roof", Cab, Line::Free);
        self.way("bay_roof", "bay_right", Cab, Line::Free);
        self.way("bay_left", "bay_rear", Cab, Line::Existing);
        self.way("bay_rear", "rear_top", Cab, Line::Free).passage = Passage::NewHole;
        self.way("bay_rear", "rear_door", Cab, Line::Existing).passage = Passage::Hinge;
        self.way("bay_left", "g_bay", Cab, Line::Existing);
    }

    /// The rear of a car, behind the seats: no frame, wires lie on the floor beside the sills.
    fn boot(&mut self, front: f64) {
        let middle = 0.5 * (front + 1.0);
        self.place("bay_left", say::boot_left(), [middle, 0.42, 0.45]);
        self.place("bay_right", say::boot_right(), [middle, -0.42, 0.45]);
        self.place("bay_rear", say::boot_rear_left(), [0.97, 0.40, 0.5]);
        self.place("rear_door", say::boot_lid(), [1.0, 0.1, 0.6]);
        self.place("rear_left", say::rear_left(), [1.0, 0.40, 0.45]);
        self.place("rear_right", say::rear_right(), [1.0, -0.40, 0.45]);
        self.place("plate", say::number_plate(), [1.0, 0.0, 0.5]);
        self.place("hitch", say::hitch(), [1.0, 0.0, 0.25]);
        self.place("g_rear", say::stud_in_the_boot(), [0.95, 0.38, 0.35]);
        self.place("side_left", say::left_side_middle(), [0.5, 0.48, 0.3]);
        self.place("side_right", say::right_side_middle(), [0.5, -0.48, 0.3]);
        use Zone::{Cab, Exterior};
        self.way("sill", "bay_left", Cab, Line::Existing);
        self.way("bay_left", "bay_right", Cab, Line::Existing);
        self.way("bay_left", "bay_rear", Cab, Line::Existing);
        self.way("bay_left", "g_rear", Cab, Line::Existing);
        self.way("bay_rear", "rear_door", Cab, Line::Existing).passage = Passage::Hinge;
        // Lamps of a car sit against the body: their wires stay inside until the gasket.
        self.way("bay_rear", "rear_left", Cab, Line::Existing);
        self.way("bay_right", "rear_right", Cab, Line::Existing);
        self.way("rear_door", "plate", Cab, Line::Existing);
        let out = self.way("bay_rear", "hitch", Exterior, Line::Free);
        (out.hazards, out.passage) =
            (vec![Hazard::Spray], Passage::Grommet { bore_mm: Some(25.0) });
        self.way("sill", "side_left", Exterior, Line::Free).passage = Passage::NewHole;
        self.way("sill_right", "side_right", Exterior, Line::Free).passage = Passage::NewHole;
    }

    /// An open bed from `front` to the rear.
    fn bed(&mut self, front: f64) {
        let middle = 0.5 * (front + 1.0);
        self.place("bed_left", say::bed_left(), [middle, 0.46, 0.55]);
        self.place("bed_right", say::bed_right(), [middle, -0.46, 0.55]);
        self.place("headboard", say::headboard(), [front, 0.0, 0.95]);
        self.place("tailgate", say::tailgate(), [1.0, 0.0, 0.5]);
        use Zone::Exterior;
        self.way("rail_lm", "bed_left", Exterior, Line::Free).passage = Passage::NewHole;
        self.way("rail_rm", "bed_right", Exterior, Line::Free).passage = Passage::NewHole;
        let up = self.way("rail_lf", "headboard", Exterior, Line::Free);
        up.hazards = vec![Hazard::SharpEdge];
        self.way("rail_lr", "tailgate", Exterior, Line::Free).passage = Passage::Hinge;
    }

    /// A trailer: drawbar, rails, marker places along both sides.
    fn trailer(&mut self, sides: &[(&'static str, &'static str, &'static str, f64)]) {
        self.place("battery", say::socket_of_the_towing_vehicle(), [0.0, 0.0, 0.4]);
        self.place("coupling", say::plug_at_the_drawbar(), [0.02, 0.0, 0.4]);
        self.place("junction", say::junction_box(), [0.25, 0.1, 0.45]);
        self.place("fuses", say::fuse_in_the_junction_box(), [0.25, 0.08, 0.45]);
        self.place("relays", say::relay_in_the_junction_box(), [0.25, 0.12, 0.45]);
        self.place("dash", say::switch_on_the_drawbar(), [0.2, 0.05, 0.5]);
        self.place("g_front", say::stud_at_the_junction_box(), [0.26, 0.12, 0.42]);
        self.place("rail_lf", say::left_rail_front(), [0.28, 0.4, 0.4]);
        self.place("rail_rf", say::right_rail_front(), [0.28, -0.4, 0.4]);
        self.place("rail_lr", say::left_rail_rear(), [0.98, 0.4, 0.4]);
        self.place("rail_rr", say::right_rail_rear(), [0.98, -0.4, 0.4]);
        self.place("g_rear", say::stud_on_the_rear_rail(), [0.97, 0.4, 0.38]);
        self.place("rear_left", say::rear_left(), [1.0, 0.45, 0.45]);
        self.place("rear_right", say::rear_right(), [1.0, -0.45, 0.45]);
        self.place("plate", say::number_plate(), [1.0, 0.0, 0.4]);
        use Zone::{Exterior, Underbody};
        let plug = self.way("battery", "coupling", Exterior, Line::Free);
        plug.passage = Passage::Connector;
        let bar = self.way("coupling", "junction", Underbody, Line::Existing);
        bar.hazards = vec![Hazard::Moving];
        for (a, b) in [
            ("junction", "fuses"),
            ("junction", "relays"),
            ("junction", "dash"),
            ("junction", "g_front"),
        ] {
            self.way(a, b, Underbody, Line::Free);
        }
        self.way("junction", "rail_lf", Underbody, Line::Rail);
        self.way("junction", "rail_rf", Underbody, Line::Rail);
        self.way("rail_lr", "rail_rr", Underbody, Line::Existing);
        self.way("rail_lr", "g_rear", Underbody, Line::Free);
        for (a, b) in [("rail_lr", "rear_left"), ("rail_rr", "rear_right"), ("rail_lr", "plate")] {
            self.way(a, b, Exterior, Line::Free).hazards = vec![Hazard::Spray];
        }
        for (left, (first, last)) in
            [(true, ("rail_lf", "rail_lr")), (false, ("rail_rf", "rail_rr"))]
        {
            let mut from = first;
            for (id, name, _, along) in sides.iter().filter(|s| (s.2 == "left") == left) {
                self.place(id, name, [*along, if left { 0.48 } else { -0.48 }, 0.42]);
                self.way(from, id, Underbody, Line::Rail);
                from = id;
            }
            self.way(from, last, Underbody, Line::Rail);
        }
    }
}

/// The body of a kind.
pub fn body(kind: BodyKind) -> Body {
    let empty = |usual_m| Body { usual_m, places: Vec::new(), ways: Vec::new() };
    let cab_and_frame = |usual_m, wall, rear| {
        let mut b = empty(usual_m);
        b.engine_bay(wall);
        b.cab(wall, rear);
        b.frame(wall + 0.03);
        b.down();
        b
    };
    match kind {
        BodyKind::Pickup => {
            let mut b = cab_and_frame([5.3, 1.85, 1.8], 0.2, 0.58);
            b.bed(0.6);
            b
        }
        BodyKind::ChassisCab => {
            let mut b = cab_and_frame([5.6, 2.0, 2.2], 0.18, 0.45);
            b.bed(0.47);
            b
        }
        BodyKind::Van => {
            let mut b = cab_and_frame([5.4, 2.0, 2.3], 0.16, 0.4);
            b.load_space(0.4);
            b
        }
        BodyKind::SmallOffroad => {
            let mut b = cab_and_frame([3.6, 1.65, 1.75], 0.28, 0.8);
            b.load_space(0.6);
            b
        }
        BodyKind::MotorBody => {
            let mut b = cab_and_frame([7.4, 2.3, 2.9], 0.1, 0.25);
            b.load_space(0.25);
            b
        }
        BodyKind::Car => {
            let mut b = empty([4.4, 1.8, 1.5]);
            b.engine_bay(0.26);
            b.cab(0.26, 0.72);
            b.boot(0.72);
            b
        }
        BodyKind::RigidLorry => {
            let mut b = empty([9.5, 2.5, 3.2]);
            b.place("battery", say::battery_box(), [0.3, 0.42, 0.25]);
            b.place("fuses", say::fuse_panel_at_the_battery_box(), [0.29, 0.40, 0.28]);
            b.place("relays", say::relay_panel(), [0.24, 0.3, 0.3]);
            b.place("g_front", say::stud_at_the_battery_box(), [0.3, 0.36, 0.25]);
            b.place("front_left", say::front_left(), [0.0, 0.42, 0.25]);
            b.place("front_right", say::front_right(), [0.0, -0.42, 0.25]);
            b.cab(0.2, 0.22);
            b.frame(0.24);
            b.bed(0.27);
            use Zone::{Exterior, Underbody};
            b.way("battery", "fuses", Underbody, Line::Free);
            b.way("battery", "g_front", Underbody, Line::Free);
            b.way("fuses", "relays", Underbody, Line::Existing);
            b.way("relays", "rail_lf", Underbody, Line::Rail);
            b.way("rail_lf", "front_left", Underbody, Line::Existing);
            b.way("front_left", "front_right", Exterior, Line::Existing);
            b.way("rail_lf", "g_front", Underbody, Line::Free);
            b
        }
        BodyKind::TrailerOneAxle => {
            let mut b = empty([3.6, 1.8, 1.2]);
            b.trailer(&[
                ("side_left", say::left_side(), "left", 0.6),
                ("side_right", say::right_side(), "right", 0.6),
            ]);
            b
        }
        BodyKind::TrailerTwoAxle => {
            let mut b = empty([5.2, 2.1, 1.4]);
            b.trailer(&[
                ("side_l1", say::left_side_front(), "left", 0.35),
                ("side_l2", say::left_side_middle(), "left", 0.6),
                ("side_l3", say::left_side_rear(), "left", 0.85),
                ("side_r1", say::right_side_front(), "right", 0.35),
                ("side_r2", say::right_side_middle(), "right", 0.6),
                ("side_r3", say::right_side_rear(), "right", 0.85),
            ]);
            b
        }
    }
}
