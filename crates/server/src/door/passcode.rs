//! A passcode: what does for one, and its hash (Argon2id with the package's own parameters,
//! 19 MiB, two passes, one lane: the least that OWASP's cheat sheet on storing passwords names, from memory).

use crate::error::RequestError;
use argon2::Argon2;
use argon2::password_hash::rand_core::OsRng;
use argon2::password_hash::{PasswordHash, PasswordHasher, PasswordVerifier, SaltString};

/// Shortest, characters.
pub const SHORTEST: usize = 8;
/// Longest, characters.
pub const LONGEST: usize = 128;
/// Fewest different characters.
const DIFFERENT: usize = 4;

/// Checks what is to be a passcode.
///
/// # Errors
/// One that is short, long, or the first that anybody would try.
pub fn check(passcode: &str) -> Result<(), RequestError> {
    let refuse = |message: String| {
        Err(RequestError::Field {
            code: "weak_passcode",
            field: "passcode",
            message,
        })
    };
    let letters: Vec<char> = passcode.chars().collect();
    if !(SHORTEST..=LONGEST).contains(&letters.len()) {
        return refuse(format!(
            "a passcode has {SHORTEST} to {LONGEST} letters, digits or signs"
        ));
    }
    let mut different = letters.clone();
    different.sort_unstable();
    different.dedup();
    let step = |pair: &[char]| pair[1] as i64 - pair[0] as i64;
    let first = step(&letters[..2]);
    let run = [1, -1].contains(&first) && letters.windows(2).all(|pair| step(pair) == first);
    if different.len() < DIFFERENT || run {
        return refuse(format!(
            "this is one of the first that anybody would try: take at least {DIFFERENT} different letters or digits, not in a row"
        ));
    }
    Ok(())
}

/// The hash to keep, as a PHC string.
///
/// # Errors
/// Faults of ours.
pub fn hash(passcode: &str) -> Result<String, RequestError> {
    let salt = SaltString::generate(&mut OsRng);
    let hashed = Argon2::default().hash_password(passcode.as_bytes(), &salt);
    match hashed {
        Ok(hashed) => Ok(hashed.to_string()),
        Err(cause) => Err(RequestError::ours(cause.to_string())),
    }
}

/// Whether it is the one that was hashed. A hash that cannot be read fits nothing, nor does what is longer than any passcode.
pub fn fits(passcode: &str, phc: &str) -> bool {
    passcode.chars().count() <= LONGEST
        && PasswordHash::new(phc).is_ok_and(|hash| {
            Argon2::default()
                .verify_password(passcode.as_bytes(), &hash)
                .is_ok()
        })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_first_that_anybody_would_try_do_not_do() {
        for weak in [
            "", "7 chars", "12345678", "87654321", "abcdefgh", "aaaaaaaa", "12121212",
        ] {
            let said = check(weak).unwrap_err().body();
            assert_eq!(
                (said.error.code.as_str(), said.error.field.as_str()),
                ("weak_passcode", "passcode"),
                "{weak}"
            );
        }
        assert!(check(&"abcd".repeat(33)).is_err());
        for fair in ["herring 4 two", "40719263", "süß & sauer", "12345687"] {
            check(fair).unwrap();
        }
    }

    #[test]
    fn a_hash_fits_its_passcode_and_no_other() {
        let first = hash("herring 4 two").unwrap();
        assert!(
            first.starts_with("$argon2id$v=19$m=19456,t=2,p=1$"),
            "{first}"
        );
        assert_ne!(first, hash("herring 4 two").unwrap(), "a salt of its own");
        assert!(fits("herring 4 two", &first));
        assert!(!fits("herring 4 twO", &first) && !fits("", &first));
        assert!(!fits("herring 4 two", "no hash"));
    }
}
