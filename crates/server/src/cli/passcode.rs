//! Sets a passcode from where the machine is: whoever can write the folder is its owner.

use super::why::{StartError, complain};
use crate::door::{Role, passcode};
use crate::error::RequestError;
use crate::store::copies::{self, CopyError};
use crate::store::door as kept;
use crate::store::{self, Store};
use std::io::{BufRead, IsTerminal};
use std::path::Path;

/// A line as typed, without its end.
fn line() -> Result<String, StartError> {
    let mut line = String::new();
    let read = std::io::stdin().lock().read_line(&mut line);
    read.map_err(|cause| StartError::Io {
        what: "standard input".into(),
        cause,
    })?;
    Ok(line.trim_end_matches(['\r', '\n']).to_owned())
}

/// Asks twice at a terminal; elsewhere the first line counts.
fn asked(role: Role) -> Result<String, StartError> {
    if !std::io::stdin().is_terminal() {
        return line();
    }
    let io = |cause| StartError::Io {
        what: "the terminal".into(),
        cause,
    };
    let whose = match role {
        Role::Owner => "the owner",
        Role::Cook => "the cooks",
    };
    loop {
        let first = rpassword::prompt_password(format!("A passcode for {whose}: ")).map_err(io)?;
        if let Err(error) = passcode::check(&first) {
            complain(&error.to_string());
            continue;
        }
        if rpassword::prompt_password("Once more: ").map_err(io)? == first {
            return Ok(first);
        }
        complain("The two are not the same.");
    }
}

fn other(role: Role) -> Role {
    match role {
        Role::Owner => Role::Cook,
        Role::Cook => Role::Owner,
    }
}

/// Keeps the passcode of a role.
fn keep(
    c: &mut diesel::sqlite::SqliteConnection,
    role: Role,
    said: &str,
) -> Result<(), RequestError> {
    let refuse = |message: &str| {
        Err(RequestError::Field {
            code: "weak_passcode",
            field: "passcode",
            message: message.to_owned(),
        })
    };
    passcode::check(said)?;
    let there = kept::all(c).map_err(RequestError::ours)?.passcodes;
    let of = |role| there.iter().find(|(of, _)| *of == role);
    if role == Role::Cook && of(Role::Owner).is_none() {
        return refuse("set the owner's passcode first: cindo passcode");
    }
    if of(other(role)).is_some_and(|(_, phc)| passcode::fits(said, phc)) {
        return refuse("cooks and owner need two different passcodes");
    }
    let phc = passcode::hash(said)?;
    kept::set(c, role, Some(&phc), None).map_err(RequestError::ours)
}

/// Sets the passcode of a role, also while Cindo runs on the folder: it counts there within seconds.
///
/// # Errors
/// One that does not do, and whatever the store says.
pub fn set(folder: &Path, role: Role) -> Result<String, StartError> {
    let said = asked(role)?;
    let done = match copies::hold(folder) {
        Ok(_held) => store::open(folder)?.work(|c| keep(c, role, &said)),
        Err(CopyError::Held { .. }) => {
            let mut c = copies::beside(folder)?;
            keep(&mut c, role, &said)
        }
        Err(other) => return Err(other.into()),
    };
    done.map_err(|error| StartError::Passcode(error.to_string()))?;
    Ok(format!(
        "The passcode of {} is set; whoever signed in by the last one is signed out",
        match role {
            Role::Owner => "the owner",
            Role::Cook => "the cooks",
        }
    ))
}

/// A passcode where other machines reach a folder that has none: asked for at a terminal, and a word what to do elsewhere.
///
/// # Errors
/// There is nobody to ask; whatever the store says.
pub fn at_first_start(store: &Store, listen: &str, folder: &Path) -> Result<(), StartError> {
    let io = |error: RequestError| StartError::Passcode(error.to_string());
    let kept = store
        .work(|c| kept::all(c).map_err(RequestError::ours))
        .map_err(io)?;
    if kept.passcodes.iter().any(|(role, _)| *role == Role::Owner) {
        return Ok(());
    }
    if !std::io::stdin().is_terminal() {
        return Err(StartError::Passcode(format!(
            "other machines reach {listen}, and there is no passcode yet: set one with cindo passcode --data {}, then start again",
            folder.display()
        )));
    }
    complain("Other machines can reach this Cindo, so it needs a passcode.");
    let said = asked(Role::Owner)?;
    store.work(|c| keep(c, Role::Owner, &said)).map_err(io)
}
