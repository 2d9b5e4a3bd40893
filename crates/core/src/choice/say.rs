//! Why a way stands where it stands: what decides it against its neighbours, in words that can be said aloud.

use super::quality::Quality;

/// One thing that can tell two ways apart: its code, how it is read off, the difference that counts as one, and what
/// is said where it is better and where it is worse.
struct Tells {
    code: &'static str,
    value: fn(&Quality) -> f64,
    unit: f64,
    more_is_better: bool,
    better: fn(&Quality) -> String,
    worse: fn(&Quality) -> String,
}

fn percent(share: f64) -> String {
    format!("{:.0} %", 100.0 * share)
}

fn minutes(s: f64) -> String {
    format!("{:.0} minutes", (s / 60.0).max(1.0))
}

const TELLS: [Tells; 5] = [
    Tells {
        code: "even",
        value: |q| q.overcooked_share,
        unit: 0.1,
        more_is_better: false,
        better: |q| format!("Only {} of it is past done.", percent(q.overcooked_share)),
        worse: |q| {
            let over = percent(q.overcooked_share);
            format!("{over} of it is past done when the middle is right.")
        },
    },
    Tells {
        code: "crust",
        value: |q| q.crust_mm,
        unit: 0.4,
        more_is_better: true,
        better: |q| format!("A crust of {:.1} mm, dry and crisp.", q.crust_mm),
        worse: |q| {
            if q.crust_mm < 0.05 {
                "No crust.".into()
            } else {
                format!("A thin crust, {:.1} mm.", q.crust_mm)
            }
        },
    },
    Tells {
        code: "time",
        value: |q| (q.to_plate_s / 60.0).max(1.0).ln(),
        unit: 0.4,
        more_is_better: false,
        better: |q| format!("On the plate in {}.", minutes(q.to_plate_s)),
        worse: |q| format!("{} to the plate.", minutes(q.to_plate_s)),
    },
    Tells {
        code: "window",
        value: |q| q.window_s.max(1.0).ln(),
        unit: 0.6,
        more_is_better: true,
        better: |q| {
            if q.window_s >= 120.0 {
                format!("{} to take it off in.", minutes(q.window_s))
            } else {
                format!("{:.0} seconds to take it off in.", q.window_s)
            }
        },
        worse: |q| format!("{:.0} seconds between too soon and too late.", q.window_s),
    },
    Tells {
        code: "weight",
        value: |q| q.lost_share,
        unit: 0.03,
        more_is_better: false,
        better: |q| format!("Keeps its weight: {} lost.", percent(q.lost_share)),
        worse: |q| format!("{} of its weight goes.", percent(q.lost_share)),
    },
];

/// What tells a way most from its neighbours and has not been said: its code, whether it speaks for it, and the
/// sentence. None where nothing does.
pub fn say(
    here: &Quality,
    neighbours: &[Quality],
    said: &[String],
) -> Option<(&'static str, bool, String)> {
    let n = neighbours.len().max(1) as f64;
    let apart = |tells: &Tells| {
        let mean = neighbours.iter().map(tells.value).sum::<f64>() / n;
        ((tells.value)(here) - mean) / tells.unit
    };
    let mut all: Vec<(f64, &Tells)> = TELLS.iter().map(|t| (apart(t), t)).collect();
    all.sort_by(|a, b| b.0.abs().total_cmp(&a.0.abs()));
    all.into_iter().find_map(|(apart, tells)| {
        let good = (apart > 0.0) == tells.more_is_better;
        let sentence = if good {
            (tells.better)(here)
        } else {
            (tells.worse)(here)
        };
        let new = apart.abs() > 0.3 && !said.contains(&sentence);
        new.then_some((tells.code, good, sentence))
    })
}
