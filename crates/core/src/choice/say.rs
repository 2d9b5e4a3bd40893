//! Why a way stands where it stands: what decides it against its neighbours, in words that can be said aloud.

use super::quality::{Crust, Quality};

/// One thing that can tell two ways apart: its code, how it is read off, the difference that counts as one, and what
/// is said where it is better and where it is worse; nothing where it would not be true by itself.
struct Tells {
    code: &'static str,
    value: fn(&Quality) -> f64,
    unit: f64,
    more_is_better: bool,
    better: fn(&Quality) -> Option<String>,
    worse: fn(&Quality) -> Option<String>,
}

fn percent(share: f64) -> String {
    format!("{:.0} %", 100.0 * share)
}

fn minutes(s: f64) -> String {
    format!("{:.0} minutes", (s / 60.0).max(1.0))
}

/// Said of a way by itself only from here: little or much past done, a crust to speak of and a good one, mm, soon
/// and long, s, a wide and a narrow window, s, little and much weight lost.
const OVER: [f64; 2] = [0.3, 0.4];
const CRUST_MM: [f64; 2] = [0.5, 0.3];
const SOON_S: [f64; 2] = [1500.0, 1500.0];
const WINDOW_S: [f64; 2] = [45.0, 30.0];
const LOST: [f64; 2] = [0.13, 0.18];

const TELLS: [Tells; 5] = [
    Tells {
        code: "even",
        value: |q| q.overcooked_share,
        unit: 0.1,
        more_is_better: false,
        better: |q| {
            let over = percent(q.overcooked_share);
            (q.overcooked_share < OVER[0]).then(|| {
                if over == "0 %" {
                    "None of it overcooked.".to_owned()
                } else {
                    format!("Only {over} of it is overcooked.")
                }
            })
        },
        worse: |q| {
            let over = percent(q.overcooked_share);
            let said = || format!("{over} of it is overcooked when the middle is right.");
            (q.overcooked_share > OVER[1]).then(said)
        },
    },
    Tells {
        code: "crust",
        value: |q| q.crust_mm,
        unit: 0.4,
        more_is_better: true,
        better: |q| {
            let said = || {
                let mm = q.crust_mm;
                match Crust::of(mm) {
                    Crust::Burnt => format!("Burnt: {mm:.0} mm of crust."),
                    Crust::Leather => format!("A crust like leather, {mm:.1} mm."),
                    Crust::Crisp | Crust::None => {
                        format!("A crust of {mm:.1} mm, dry and crisp.")
                    }
                }
            };
            (q.crust_mm >= CRUST_MM[0]).then(said)
        },
        worse: |q| {
            // Where there is none none was meant.
            let said = || format!("Hardly a crust: {:.1} mm.", q.crust_mm);
            (0.05..CRUST_MM[1]).contains(&q.crust_mm).then(said)
        },
    },
    Tells {
        code: "time",
        value: |q| (q.to_plate_s / 60.0).max(1.0).ln(),
        unit: 0.4,
        more_is_better: false,
        better: |q| {
            let said = || format!("On the plate in {}.", minutes(q.to_plate_s));
            (q.to_plate_s < SOON_S[0]).then(said)
        },
        worse: |q| {
            let said = || format!("{} to the plate.", minutes(q.to_plate_s));
            (q.to_plate_s > SOON_S[1]).then(said)
        },
    },
    Tells {
        code: "window",
        value: |q| q.window_s.max(1.0).ln(),
        unit: 0.6,
        more_is_better: true,
        better: |q| {
            let long = if q.window_s >= 120.0 {
                minutes(q.window_s)
            } else {
                format!("{:.0} seconds", q.window_s)
            };
            (q.window_s > WINDOW_S[0]).then(|| format!("{long} to take it off in."))
        },
        worse: |q| {
            let said = || {
                if q.window_s < 0.5 {
                    "No margin.".to_owned()
                } else {
                    format!("{:.0} seconds between too soon and too late.", q.window_s)
                }
            };
            (q.window_s < WINDOW_S[1]).then(said)
        },
    },
    Tells {
        code: "weight",
        value: |q| q.lost_share,
        unit: 0.03,
        more_is_better: false,
        better: |q| {
            let said = || format!("Keeps its weight: {} lost.", percent(q.lost_share));
            (q.lost_share < LOST[0]).then(said)
        },
        worse: |q| {
            let said = || format!("{} of its weight goes.", percent(q.lost_share));
            (q.lost_share > LOST[1]).then(said)
        },
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
        let say = if good { tells.better } else { tells.worse };
        let sentence = say(here).filter(|sentence| !said.contains(sentence))?;
        // More crust than anybody eats speaks against it.
        let tough = matches!(Crust::of(here.crust_mm), Crust::Leather | Crust::Burnt);
        let good = good && !(tells.code == "crust" && tough);
        (apart.abs() > 0.3).then_some((tells.code, good, sentence))
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    const HERE: Quality = Quality {
        overcooked_share: 0.2,
        even_share: 0.3,
        crust_mm: 0.0,
        crisp_meant: false,
        window_s: 60.0,
        to_plate_s: 1200.0,
        batches: 1,
        hands_s: 60.0,
        in_turns_anyway: false,
        lost_share: 0.15,
        hands_off: 0.5,
        little_smell: 0.5,
        little_fat: 0.5,
        fires: [None, None],
    };

    #[test]
    fn what_decides_is_said_once_and_only_where_it_is_true() {
        let worse = Quality {
            overcooked_share: 0.45,
            ..HERE
        };
        let (code, good, first) = say(&HERE, &[worse], &[]).unwrap();
        assert_eq!((code, good), ("even", true));
        assert_eq!(first, "Only 20 % of it is overcooked.");
        assert_eq!(say(&HERE, &[worse], &[first]), None);
        // Better than its neighbours, but nothing to boast of.
        let bad = Quality {
            overcooked_share: 0.5,
            ..HERE
        };
        let still_worse = Quality {
            overcooked_share: 0.7,
            ..HERE
        };
        assert_eq!(say(&bad, &[still_worse], &[]), None);
        assert_eq!(say(&HERE, &[HERE], &[]), None);
        // Nothing burnt is praised.
        for (crust_mm, word, good) in [
            (1.0, "crisp", true),
            (2.0, "leather", false),
            (5.3, "Burnt", false),
        ] {
            let crusted = Quality { crust_mm, ..HERE };
            let (_, praised, sentence) = say(&crusted, &[HERE], &[]).unwrap();
            assert!(praised == good && sentence.contains(word), "{sentence}");
        }
    }
}
