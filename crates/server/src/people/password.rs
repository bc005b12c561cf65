//! Passwords: kept as argon2id (RFC 9106) with the parameters of the package `argon2`: 19 MiB, two passes, one lane, the
//! first choice of the OWASP password storage cheat sheet (recalled from memory).

use argon2::Argon2;
use argon2::password_hash::phc::PasswordHash;
use argon2::password_hash::{PasswordHasher, PasswordVerifier};
use jovek_phrases::people as say;

/// Fewest letters: NIST SP 800-63B-4 asks for fifteen where a password stands alone, eight beside a second factor (recalled
/// from memory). Ten on a workshop's own network, with tries that are throttled, is a choice of ours.
pub(crate) const LEAST_LETTERS: usize = 10;
/// Most letters: more is no password, but work for the hash.
pub(crate) const MOST_LETTERS: usize = 200;

/// Why a password is not taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub(crate) enum PasswordError {
    /// Too short.
    #[error("{}", say::the_password_is_too_short(&LEAST_LETTERS))]
    Short,
    /// Too long.
    #[error("{}", say::the_password_is_too_long(&MOST_LETTERS))]
    Long,
    /// The system gave no salt.
    #[error("{0}")]
    Failed(String),
}

/// What is kept of a password. Takes some tens of milliseconds, on purpose.
///
/// # Errors
/// [`PasswordError`].
pub(crate) fn hashed(password: &str) -> Result<String, PasswordError> {
    match password.chars().count() {
        ..LEAST_LETTERS => return Err(PasswordError::Short),
        LEAST_LETTERS..=MOST_LETTERS => {}
        _ => return Err(PasswordError::Long),
    }
    let hash = Argon2::default().hash_password(password.as_bytes());
    hash.map(|hash| hash.to_string()).map_err(|e| PasswordError::Failed(e.to_string()))
}

/// True where a password is the one of which this was kept.
pub(crate) fn fits(password: &str, kept: &str) -> bool {
    let Ok(kept) = PasswordHash::new(kept) else { return false };
    Argon2::default().verify_password(password.as_bytes(), &kept).is_ok()
}

/// What is held against a password where nobody is called so: it takes as long, and never fits.
pub(crate) fn of_nobody() -> &'static str {
    "$argon2id$v=19$m=19456,t=2,p=1$bm9ib2R5IGlzIGNhbGxlZA$AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA"
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_password_fits_its_own_hash_alone() {
        let kept = hashed("red on the frame").unwrap();
        assert!(kept.starts_with("$argon2id$v=19$m=19456,t=2,p=1$"), "{kept}");
        assert!(fits("red on the frame", &kept));
        assert!(!fits("red on the frame ", &kept) && !fits("", &kept));
        assert_ne!(hashed("red on the frame").unwrap(), kept, "each has its own salt");
        assert!(!fits("red on the frame", "no hash") && !fits("", of_nobody()));
        assert!(PasswordHash::new(of_nobody()).is_ok(), "it takes as long as a real one");
        assert_eq!(hashed("short"), Err(PasswordError::Short));
        assert_eq!(hashed(&"x".repeat(201)), Err(PasswordError::Long));
    }
}
