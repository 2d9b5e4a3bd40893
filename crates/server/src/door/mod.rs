//! The door: who is signed in, as whom, and what is a stranger's. A kitchen that is reached from other machines asks for a
//! passcode; one that has a passcode asks for it everywhere.
//!
//! Who is signed in is held in memory and read anew from the store every two seconds, so that a passcode set on the command
//! line counts while Cindo runs.

mod gate;
pub mod passcode;
mod tries;

pub use crate::store::door::{Role, Session};
pub use gate::{COOKIE, only_signed_in};

use crate::error::{RequestError, missing};
use crate::live::now_ms;
use crate::refusal::Refusal;
use crate::store::door::{self as kept, Kept};
use crate::store::{Store, with};
use argon2::password_hash::rand_core::{OsRng, RngCore};
use base64::Engine;
use base64::prelude::BASE64_URL_SAFE_NO_PAD;
use sha2::{Digest, Sha256};
use std::net::IpAddr;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use tokio::sync::{Semaphore, watch};
use tries::Tries;

/// Read anew from the store so often, ms.
const ANEW_MS: i64 = 2_000;
/// When a device was last seen is written so often, ms.
const SEEN_MS: i64 = 600_000;
/// A device that did not ask for so long is signed out, ms.
const FORGET_MS: i64 = 90 * 24 * 3600 * 1000;
/// So many devices are signed in at once; then the one longest away goes.
const MOST_DEVICES: usize = 200;
/// So many wait to have their passcode looked at; one is at a time, for that takes a core and 19 MiB.
const MOST_WAITING: usize = 8;
/// Longest name of a device, characters.
const LONGEST_DEVICE: usize = 60;

/// How the door stands to the world.
#[derive(Debug, Clone, Copy, Default)]
pub struct Outside {
    /// Other machines reach it: without a passcode nobody comes in.
    pub beyond: bool,
    /// What goes over the wire is encrypted.
    pub secure: bool,
}

/// Who asks.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Who {
    /// What they may do.
    pub role: Role,
    /// Their session; none where nobody has to sign in.
    pub session: Option<String>,
}

/// The door.
#[derive(Debug, Clone)]
pub struct Door(Arc<Inner>);

#[derive(Debug)]
struct Inner {
    store: Store,
    outside: Outside,
    state: Mutex<State>,
    tries: Mutex<Tries>,
    turn: Semaphore,
    waiting: Semaphore,
    /// Moves whenever somebody is signed out.
    out: watch::Sender<()>,
}

#[derive(Debug)]
struct State {
    kept: Kept,
    read_ms: i64,
}

fn locked<T>(held: &Mutex<T>) -> MutexGuard<'_, T> {
    held.lock().unwrap_or_else(PoisonError::into_inner)
}

/// What is kept of a token.
fn digest(token: &str) -> String {
    let bytes = Sha256::digest(token.as_bytes());
    bytes.iter().map(|byte| format!("{byte:02x}")).collect()
}

fn wrong_passcode() -> Refusal {
    Refusal::SignedOut {
        code: "wrong_passcode",
        field: "passcode",
        message: "this is not the passcode",
    }
}

impl Door {
    /// The door of a store.
    ///
    /// # Errors
    /// Whatever the store says.
    pub fn new(store: &Store, outside: Outside) -> Result<Self, RequestError> {
        let forget_ms = now_ms() - FORGET_MS;
        let kept = store.work(|c| {
            kept::forget(c, forget_ms).map_err(RequestError::ours)?;
            kept::all(c).map_err(RequestError::ours)
        })?;
        let state = State {
            kept,
            read_ms: now_ms(),
        };
        Ok(Self(Arc::new(Inner {
            store: store.clone(),
            outside,
            state: Mutex::new(state),
            tries: Mutex::default(),
            turn: Semaphore::new(1),
            waiting: Semaphore::new(MOST_WAITING),
            out: watch::Sender::new(()),
        })))
    }

    /// How it stands to the world.
    pub fn outside(&self) -> Outside {
        self.0.outside
    }

    /// Whether a passcode is asked for.
    pub fn asks(&self) -> bool {
        self.0.outside.beyond || !locked(&self.0.state).kept.passcodes.is_empty()
    }

    /// Whether a role has a passcode.
    pub fn has(&self, role: Role) -> bool {
        let state = locked(&self.0.state);
        state.kept.passcodes.iter().any(|(of, _)| *of == role)
    }

    fn phc(&self, role: Role) -> Option<String> {
        let state = locked(&self.0.state);
        let of = state.kept.passcodes.iter().find(|(of, _)| *of == role);
        of.map(|(_, phc)| phc.clone())
    }

    /// Reads anew what somebody else may have written. What cannot be read stands as it was.
    async fn anew(&self, at_once: bool) {
        {
            let mut state = locked(&self.0.state);
            if !at_once && now_ms() - state.read_ms < ANEW_MS {
                return;
            }
            // Nobody else reads meanwhile.
            state.read_ms = now_ms();
        }
        match with(&self.0.store, |c| kept::all(c).map_err(RequestError::ours)).await {
            Ok(mut kept) => {
                let mut state = locked(&self.0.state);
                for session in &mut kept.sessions {
                    let known = state.kept.sessions.iter().find(|one| one.id == session.id);
                    session.seen_ms = session.seen_ms.max(known.map_or(0, |one| one.seen_ms));
                }
                let fewer = state.kept.sessions.len() > kept.sessions.len();
                state.kept = kept;
                drop(state);
                if fewer {
                    self.0.out.send_replace(());
                }
            }
            Err(cause) => tracing::warn!(%cause, "who is signed in cannot be read anew"),
        }
    }

    /// Who asks, by the token of their cookie; nobody where it is none that is signed in.
    pub async fn who(&self, token: Option<&str>) -> Option<Who> {
        self.anew(false).await;
        if !self.asks() {
            return Some(Who {
                role: Role::Owner,
                session: None,
            });
        }
        let token = digest(token?);
        let now_ms = now_ms();
        let (who, write) = {
            let mut state = locked(&self.0.state);
            let all = state.kept.sessions.iter_mut();
            let session = all
                .into_iter()
                .find(|one| one.token == token && now_ms - one.seen_ms < FORGET_MS)?;
            let write = now_ms - session.seen_ms > SEEN_MS;
            if write {
                session.seen_ms = now_ms;
            }
            let who = Who {
                role: session.role,
                session: Some(session.id.clone()),
            };
            (who, write)
        };
        if let (true, Some(id)) = (write, who.session.clone()) {
            let written = with(&self.0.store, move |c| {
                kept::seen(c, &id, now_ms).map_err(RequestError::ours)
            });
            if let Err(cause) = written.await {
                tracing::warn!(%cause, "when a device was last seen is not written down");
            }
        }
        Some(who)
    }

    /// Ends when whoever asked is signed out.
    pub async fn until_out(&self, who: Who) {
        let mut out = self.0.out.subscribe();
        let Some(id) = who.session else {
            // Nobody had to sign in; from the first passcode on they have to.
            while !self.asks() {
                self.look(&mut out).await;
            }
            return;
        };
        while self.signed_in(&id) {
            self.look(&mut out).await;
        }
    }

    /// Waits for somebody to be signed out, here or by another process.
    async fn look(&self, out: &mut watch::Receiver<()>) {
        let every = std::time::Duration::from_millis(ANEW_MS.unsigned_abs());
        // Nothing is told for as long as this: read anew.
        if tokio::time::timeout(every, out.changed()).await.is_err() {
            self.anew(false).await;
        }
    }

    fn signed_in(&self, id: &str) -> bool {
        let state = locked(&self.0.state);
        state.kept.sessions.iter().any(|one| one.id == id)
    }

    /// Works on a passcode when it is a device's turn, and never while it has to wait for what it got wrong.
    async fn in_turn(
        &self,
        from: IpAddr,
        work: impl FnOnce() -> Result<Option<Role>, RequestError> + Send + 'static,
    ) -> Result<Role, Refusal> {
        let may = |wait_s| Refusal::SlowDown { wait_s };
        locked(&self.0.tries).may(from, now_ms()).map_err(may)?;
        let _waits = self.0.waiting.try_acquire().map_err(|_| Refusal::Busy)?;
        let _turn = self.0.turn.acquire().await.map_err(RequestError::ours)?;
        locked(&self.0.tries).may(from, now_ms()).map_err(may)?;
        // Counted before it is known, so that whoever hangs up meanwhile has tried all the same.
        let found = crate::work::compute(work);
        let guard = Counted {
            door: self,
            from,
            wrong: true,
        };
        let found = found.await?;
        guard.was(found.is_none());
        found.ok_or_else(wrong_passcode)
    }

    /// Signs a device in. Answers its token, which is kept nowhere.
    ///
    /// # Errors
    /// A wrong passcode, one too many, and whatever the store says.
    pub async fn sign_in(
        &self,
        from: IpAddr,
        said: String,
        device: &str,
    ) -> Result<(String, Session), Refusal> {
        self.anew(true).await;
        let codes: Vec<(Role, String)> = [Role::Owner, Role::Cook]
            .into_iter()
            .filter_map(|role| Some((role, self.phc(role)?)))
            .collect();
        let role = self
            .in_turn(from, move || {
                let of = codes.iter().find(|(_, phc)| passcode::fits(&said, phc));
                Ok(of.map(|(role, _)| *role))
            })
            .await?;
        self.begin(role, device).await
    }

    async fn begin(&self, role: Role, device: &str) -> Result<(String, Session), Refusal> {
        let mut bytes = [0; 32];
        OsRng.fill_bytes(&mut bytes);
        let token = BASE64_URL_SAFE_NO_PAD.encode(bytes);
        let now_ms = now_ms();
        let session = Session {
            token: digest(&token),
            id: uuid::Uuid::now_v7().to_string(),
            role,
            device: named(device)?,
            begun_ms: now_ms,
            seen_ms: now_ms,
        };
        let gone = {
            let state = locked(&self.0.state);
            let mut all: Vec<&Session> = state.kept.sessions.iter().collect();
            all.sort_by_key(|one| std::cmp::Reverse(one.seen_ms));
            let over = all.into_iter().skip(MOST_DEVICES - 1);
            over.map(|one| one.id.clone()).collect::<Vec<_>>()
        };
        let new = session.clone();
        with(&self.0.store, move |c| {
            for id in &gone {
                kept::remove(c, id).map_err(RequestError::ours)?;
            }
            kept::add(c, &new).map_err(RequestError::ours)
        })
        .await?;
        self.anew(true).await;
        tracing::info!(role = role.name(), device = session.device, "signed in");
        Ok((token, session))
    }

    /// Signs a device out, at once.
    ///
    /// # Errors
    /// There is no such device; whatever the store says.
    pub async fn sign_out(&self, id: &str) -> Result<(), RequestError> {
        let gone = id.to_owned();
        let there = with(&self.0.store, move |c| {
            kept::remove(c, &gone).map_err(RequestError::ours)
        })
        .await?;
        locked(&self.0.state)
            .kept
            .sessions
            .retain(|one| one.id != id);
        self.0.out.send_replace(());
        if there {
            Ok(())
        } else {
            Err(missing("device", id))
        }
    }

    /// Sets a passcode, or takes that of the cooks away. Whoever was signed in by the last one is signed out, but for the asker.
    /// Where nobody had to sign in so far, the asker is signed in by it: answers the token.
    ///
    /// # Errors
    /// One that does not do; the owner's is not known; whatever the store says.
    pub async fn set(
        &self,
        from: IpAddr,
        who: &Who,
        new: NewPasscode,
    ) -> Result<Option<String>, Refusal> {
        let NewPasscode {
            role,
            passcode,
            now,
            device,
        } = new;
        if let Some(passcode) = &passcode {
            passcode::check(passcode)?;
        }
        let field = |code, field, message: &str| RequestError::Field {
            code,
            field,
            message: message.to_owned(),
        };
        self.anew(true).await;
        match self.phc(Role::Owner) {
            Some(owner) => {
                self.in_turn(from, move || {
                    Ok(passcode::fits(&now, &owner).then_some(Role::Owner))
                })
                .await
                .map_err(|refused| match refused {
                    Refusal::SignedOut { .. } => {
                        let words = "this is not the owner's passcode";
                        field("wrong_passcode", "now", words).into()
                    }
                    other => other,
                })?;
            }
            None if role == Role::Cook => {
                return Err(field("no_owner", "role", "set the owner's passcode first").into());
            }
            None => {}
        }
        if role == Role::Owner && passcode.is_none() {
            return Err(field("weak_passcode", "passcode", "the owner needs a passcode").into());
        }
        let other = match role {
            Role::Cook => self.phc(Role::Owner),
            Role::Owner => self.phc(Role::Cook),
        };
        let but = who.session.clone();
        let store = self.0.store.clone();
        crate::work::compute(move || {
            let phc = match &passcode {
                Some(passcode) => {
                    if other.is_some_and(|phc| passcode::fits(passcode, &phc)) {
                        let words = "cooks and owner need two different passcodes";
                        return Err(field("weak_passcode", "passcode", words));
                    }
                    Some(passcode::hash(passcode)?)
                }
                None => None,
            };
            store.work(|c| {
                kept::set(c, role, phc.as_deref(), but.as_deref()).map_err(RequestError::ours)
            })
        })
        .await?;
        self.anew(true).await;
        self.0.out.send_replace(());
        tracing::info!(role = role.name(), "a passcode was set");
        if who.session.is_some() {
            return Ok(None);
        }
        let (token, _) = self.begin(Role::Owner, &device).await?;
        Ok(Some(token))
    }

    /// The devices that are signed in, the one last seen first.
    pub fn devices(&self) -> Vec<Session> {
        let mut all = locked(&self.0.state).kept.sessions.clone();
        all.sort_by_key(|one| std::cmp::Reverse((one.seen_ms, one.begun_ms)));
        all
    }
}

/// A try whose outcome is not known counts as wrong when it is given up.
struct Counted<'a> {
    door: &'a Door,
    from: IpAddr,
    wrong: bool,
}

impl Counted<'_> {
    fn was(mut self, wrong: bool) {
        self.wrong = wrong;
    }
}

impl Drop for Counted<'_> {
    fn drop(&mut self) {
        if self.wrong {
            locked(&self.door.0.tries).wrong(self.from, now_ms());
        }
    }
}

/// A passcode to be set.
pub struct NewPasscode {
    /// Whose.
    pub role: Role,
    /// The new one; none takes it away.
    pub passcode: Option<String>,
    /// The owner's, as it is now.
    pub now: String,
    /// What the asker's device is called.
    pub device: String,
}

/// What a device is called.
fn named(device: &str) -> Result<String, RequestError> {
    let device = device.trim();
    if device.chars().count() > LONGEST_DEVICE {
        return Err(RequestError::Field {
            code: "bad_title",
            field: "device",
            message: format!("a device has a name of up to {LONGEST_DEVICE} characters"),
        });
    }
    Ok(if device.is_empty() {
        "a device".to_owned()
    } else {
        device.to_owned()
    })
}
