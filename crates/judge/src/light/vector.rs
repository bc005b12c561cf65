//! Directions and points. The vehicle's frame: along behind its front, left of its middle, up from the ground.

use jovek_job::{At, Mount};

/// Radians to degrees.
pub fn degrees(rad: f64) -> f64 {
    rad.to_degrees()
}

/// A direction as a lamp sees it; of length 1.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Ray {
    /// Along its axis.
    pub forward: f64,
    /// To its left.
    pub left: f64,
    /// Up.
    pub up: f64,
}

/// A vector in the vehicle's frame, m.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Vector {
    /// Behind the front.
    pub along: f64,
    /// Left.
    pub left: f64,
    /// Up.
    pub up: f64,
}

impl Vector {
    /// From one point to another.
    pub fn between(from: At, to: At) -> Vector {
        Vector {
            along: to.along_m - from.along_m,
            left: to.left_m - from.left_m,
            up: to.up_m - from.up_m,
        }
    }

    /// A unit vector that faces a bearing (0 forward, 90 left) and so far down, degrees.
    pub fn facing(bearing_deg: f64, down_deg: f64) -> Vector {
        let (b, d) = (bearing_deg.to_radians(), down_deg.to_radians());
        Vector { along: -b.cos() * d.cos(), left: b.sin() * d.cos(), up: -d.sin() }
    }

    /// Scalar product.
    pub fn dot(self, other: Vector) -> f64 {
        self.along * other.along + self.left * other.left + self.up * other.up
    }

    /// Length.
    pub fn length(self) -> f64 {
        self.dot(self).sqrt()
    }
}

/// The three axes of a lamp in the vehicle's frame.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Axes {
    forward: Vector,
    left: Vector,
    up: Vector,
}

impl Axes {
    /// Of a lamp as it is mounted: its left stays level.
    pub fn of(mount: &Mount) -> Axes {
        Axes {
            forward: Vector::facing(mount.faces_deg, mount.down_deg),
            left: Vector::facing(mount.faces_deg + 90.0, 0.0),
            up: Vector::facing(mount.faces_deg, mount.down_deg - 90.0),
        }
    }

    /// A vector of the vehicle, of length 1, as the lamp sees it.
    pub fn ray(&self, unit: Vector) -> Ray {
        Ray { forward: unit.dot(self.forward), left: unit.dot(self.left), up: unit.dot(self.up) }
    }
}
