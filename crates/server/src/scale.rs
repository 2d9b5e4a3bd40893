//! A kitchen scale at the end of a line: the open protocol (`docs/SCALE.md`), a simulated one that speaks it, and how it is read.
//!
//! Lines of JSON as with a probe, both ways: a scale sends [`Weighs`] about once a second, and may be told [`Told`].

use crate::probe::Lines;
use serde::{Deserialize, Serialize};
use std::io::{Error, ErrorKind};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;
use tokio::io::AsyncWriteExt;
use tokio::net::{TcpListener, TcpStream};
use tokio::time::{Instant, interval, timeout};
use utoipa::ToSchema;

/// What a scale sends.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct Weighs {
    /// Its name.
    pub scale: String,
    /// What it shows, g; null while it has nothing to show.
    pub g: Option<f64>,
}

/// What a scale is told; a real one may leave it unread and have a button.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Told {
    /// What lies on it counts as nothing from now on.
    Tare(bool),
}

/// What lies on a simulated scale, and how well it weighs.
#[derive(Debug, Clone, PartialEq)]
pub struct Simulated {
    /// What it calls itself.
    pub name: String,
    /// A bowl that stands on it from the beginning, g.
    pub bowl_g: f64,
    /// Poured in by somebody, g/s, until so much is in, g.
    pub pour_g_s: f64,
    /// Then no more, g.
    pub to_g: f64,
    /// It creeps, g/min.
    pub drift_g_min: f64,
    /// Noise, g.
    pub noise_g: f64,
    /// It shows multiples of this, g.
    pub step_g: f64,
}

impl Simulated {
    /// What it would show without tare, g, so long after it was put down, s.
    pub fn raw_g(&self, at_s: f64) -> f64 {
        // The same noise in the same second, whoever asks.
        let hash = ((at_s.floor() + 1.0) * 12.9898).sin() * 43_758.545_3;
        let noise = self.noise_g * (2.0 * (hash - hash.floor()) - 1.0);
        let poured = (self.pour_g_s * at_s).min(self.to_g);
        self.bowl_g + poured + self.drift_g_min * at_s / 60.0 + noise
    }

    /// What it shows, g, with so much taken off.
    pub fn shows_g(&self, at_s: f64, tare_g: f64) -> f64 {
        let g = ((self.raw_g(at_s) - tare_g) / self.step_g).round() * self.step_g;
        (10.0 * g).round() / 10.0 + 0.0
    }
}

/// It shows so often.
const EVERY: Duration = Duration::from_millis(500);
/// Given up as silent after so long.
const SILENT: Duration = Duration::from_secs(4);

/// Serves a simulated scale until the listener fails: one scale, whoever looks at it.
///
/// # Errors
/// Whatever the listener says.
pub async fn simulate(listener: TcpListener, scale: Simulated) -> std::io::Result<()> {
    let began = Instant::now();
    let tare_g = Arc::new(Mutex::new(0.0));
    loop {
        let (stream, _) = listener.accept().await?;
        let (scale, tare_g) = (scale.clone(), tare_g.clone());
        actix_web::rt::spawn(async move {
            // Who hangs up is gone.
            let _ = one(stream, scale, began, tare_g).await;
        });
    }
}

async fn one(
    stream: TcpStream,
    scale: Simulated,
    began: Instant,
    tare_g: Arc<Mutex<f64>>,
) -> std::io::Result<()> {
    let (read, mut write) = stream.into_split();
    let mut lines = Lines::new(read);
    let mut tick = interval(EVERY);
    loop {
        tokio::select! {
            line = lines.next() => {
                let Some(line) = line? else { return Ok(()) };
                if serde_json::from_str(&line).is_ok_and(|told: Told| told == Told::Tare(true)) {
                    let raw_g = scale.raw_g(began.elapsed().as_secs_f64());
                    *tare_g.lock().unwrap_or_else(PoisonError::into_inner) = raw_g;
                }
            }
            _ = tick.tick() => {
                let off_g = *tare_g.lock().unwrap_or_else(PoisonError::into_inner);
                let g = scale.shows_g(began.elapsed().as_secs_f64(), off_g);
                let line = serde_json::to_string(&Weighs { scale: scale.name.clone(), g: Some(g) })?;
                write.write_all(format!("{line}\n").as_bytes()).await?;
            }
        }
    }
}

/// Reads a scale once, taking what lies on it off first where that is asked.
///
/// # Errors
/// A scale that cannot be reached, says nothing, or says what is no reading.
pub async fn read(address: &str, tare: bool) -> std::io::Result<Weighs> {
    let silent = || Error::new(ErrorKind::TimedOut, "silent");
    let reading = async {
        let (read, mut write) = TcpStream::connect(address).await?.into_split();
        let mut lines = Lines::new(read);
        if tare {
            // What it shows on being opened may still be of before.
            lines.next().await?.ok_or_else(silent)?;
            let told = serde_json::to_string(&Told::Tare(true))?;
            write.write_all(format!("{told}\n").as_bytes()).await?;
        }
        let line = lines.next().await?.ok_or_else(silent)?;
        serde_json::from_str(&line).map_err(|cause| Error::new(ErrorKind::InvalidData, cause))
    };
    timeout(SILENT, reading).await.map_err(|_| silent())?
}

#[cfg(test)]
mod tests {
    use super::*;

    fn scale() -> Simulated {
        Simulated {
            name: "bench".into(),
            bowl_g: 300.0,
            pour_g_s: 10.0,
            to_g: 200.0,
            drift_g_min: 0.6,
            noise_g: 0.0,
            step_g: 1.0,
        }
    }

    #[test]
    fn it_fills_creeps_and_shows_whole_grams() {
        let scale = scale();
        assert_eq!(scale.shows_g(0.0, 0.0), 300.0);
        assert_eq!(scale.shows_g(5.0, 300.0), 50.0);
        // Full, and ten minutes of drift on it.
        assert_eq!(scale.shows_g(600.0, 300.0), 206.0);
        let noisy = Simulated {
            noise_g: 0.4,
            ..scale
        };
        let spread: Vec<f64> = (60..120)
            .map(|s| noisy.raw_g(f64::from(s)) - 500.6)
            .collect();
        assert!(spread.iter().all(|g| g.abs() <= 1.1), "{spread:?}");
        assert!(noisy.raw_g(61.0) != noisy.raw_g(62.0));
    }
}
