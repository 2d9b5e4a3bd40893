//! Looks at what a kitchen's machine has to give: the folder and whose it is, the store in it, room on the disk, the clock, the
//! port. One line each, and what to do where it is wrong.

use crate::guard::Guard;
use crate::store::copies;
use crate::store::kept::{List, Wanted};
use crate::store::{self, FORM};
use std::net::{SocketAddr, TcpListener, TcpStream};
use std::os::unix::fs::{MetadataExt, PermissionsExt};
use std::path::Path;
use std::time::Duration;

/// One thing that was looked at.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Finding {
    /// It is as it should be.
    pub well: bool,
    /// What was found, and what to do about it.
    pub words: String,
}

fn well(words: impl Into<String>) -> Finding {
    Finding {
        well: true,
        words: words.into(),
    }
}

fn ill(words: impl Into<String>) -> Finding {
    Finding {
        well: false,
        words: words.into(),
    }
}

/// A copy of the store needs as much again; so much at least is free, bytes.
const LEAST_FREE: u64 = 200 << 20;

/// Looks at all of it.
pub fn look(folder: &Path, listen: &str) -> Vec<Finding> {
    let mut all = vec![rights(folder)];
    if folder.join("cindo.sqlite").exists() {
        all.push(inside(folder));
    } else {
        all.push(well(format!(
            "nothing is kept in {} yet: the first start makes a store there",
            folder.display()
        )));
    }
    all.push(passcode(folder, listen));
    all.push(room(folder));
    all.push(port(listen));
    all
}

fn rights(folder: &Path) -> Finding {
    let shown = folder.display();
    let Ok(found) = std::fs::metadata(folder) else {
        return well(format!(
            "{shown} is not there yet: the first start makes it"
        ));
    };
    if !found.is_dir() {
        return ill(format!("{shown} is no folder: name another with --data"));
    }
    if let Err(cause) = tempfile::Builder::new()
        .prefix(".cindo-")
        .tempfile_in(folder)
    {
        return ill(format!("{shown} cannot be written to: {cause}"));
    }
    let store = folder.join("cindo.sqlite");
    if let Ok(found) = std::fs::metadata(&store)
        && found.permissions().mode() & 0o077 != 0
    {
        return ill(format!(
            "{} can be read by others on this machine: chmod 600 it",
            store.display()
        ));
    }
    well(format!("{shown} can be written to"))
}

/// What is in the store, by a copy of it: whoever serves it is not disturbed.
fn inside(folder: &Path) -> Finding {
    let shown = folder.display();
    let found = || -> Result<(i64, bool), Box<dyn std::error::Error>> {
        let copy = tempfile::tempdir()?;
        let file = copy.path().join("cindo.sqlite");
        copies::backup(folder, &file)?;
        copies::whole(&file)?;
        let store = store::open(copy.path())?;
        let now = jiff::Timestamp::now().to_string();
        let (kept, ahead) = store.work(|c| {
            let all = |list| store::kept::all(c, list, &Wanted::default(), i64::MAX);
            let rows = [List::Card, List::Cook].map(all);
            let rows = rows.into_iter().collect::<Result<Vec<_>, _>>();
            let rows = rows.map_err(crate::error::RequestError::ours)?.concat();
            let ahead = rows.iter().any(|row| row.saved_at > now);
            Ok((rows.len() as i64, ahead))
        })?;
        Ok((kept, ahead))
    };
    match found() {
        Ok((kept, false)) => well(format!(
            "the store in {shown} is whole: {kept} cards and cooks, form {FORM}"
        )),
        Ok((_, true)) => ill(
            "the clock of this machine is behind what was kept earlier: set it right before the next cook",
        ),
        Err(cause) => ill(cause.to_string()),
    }
}

/// Whether strangers are kept out where they could come.
fn passcode(folder: &Path, listen: &str) -> Finding {
    let found = || -> Result<bool, Box<dyn std::error::Error>> {
        if !folder.join("cindo.sqlite").exists() {
            return Ok(false);
        }
        let copy = tempfile::tempdir()?;
        copies::backup(folder, &copy.path().join("cindo.sqlite"))?;
        let store = store::open(copy.path())?;
        let kept = store.work(|c| store::door::all(c).map_err(crate::error::RequestError::ours))?;
        Ok(!kept.passcodes.is_empty())
    };
    match (found(), Guard::listens_beyond(listen)) {
        (Ok(true), _) => well("a passcode is asked for"),
        (Ok(false), false) => well(format!(
            "nobody is asked for a passcode, and only this machine reaches {listen}"
        )),
        (Ok(false), true) => ill(format!(
            "other machines would reach {listen}, and there is no passcode: set one with cindo passcode --data {}",
            folder.display()
        )),
        (Err(cause), _) => ill(format!(
            "whether there is a passcode cannot be read: {cause}"
        )),
    }
}

fn room(folder: &Path) -> Finding {
    let there = folder.ancestors().find(|path| path.exists());
    let there = there.unwrap_or(Path::new("."));
    let size = std::fs::metadata(folder.join("cindo.sqlite")).map_or(0, |found| found.size());
    match rustix::fs::statvfs(there) {
        Ok(disk) => {
            let free = disk.f_bavail.saturating_mul(disk.f_frsize);
            let mb = free >> 20;
            // Seven copies of days, one more, and air.
            if free < LEAST_FREE.max(9 * size) {
                ill(format!(
                    "only {mb} MB are free on its disk: a copy a day may not fit"
                ))
            } else {
                well(format!("{mb} MB are free on its disk"))
            }
        }
        Err(cause) => ill(format!(
            "how much is free on its disk cannot be read: {cause}"
        )),
    }
}

fn port(listen: &str) -> Finding {
    let Ok(address) = listen.parse::<SocketAddr>() else {
        return ill(format!(
            "{listen} is no address: it is written like 127.0.0.1:4310"
        ));
    };
    if TcpListener::bind(address).is_ok() {
        return well(format!("{listen} is free"));
    }
    let ip = if address.ip().is_unspecified() {
        std::net::Ipv4Addr::LOCALHOST.into()
    } else {
        address.ip()
    };
    let answers = TcpStream::connect_timeout(&(ip, address.port()).into(), Duration::from_secs(1));
    if answers.is_ok() {
        well(format!(
            "something answers at {listen}: Cindo, if it is started"
        ))
    } else {
        ill(format!(
            "{listen} cannot be listened on: take another with --listen"
        ))
    }
}
