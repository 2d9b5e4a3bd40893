//! A preparation put together: what is done changes the piece, the piece is planned, every act is set back from the plate.

use super::answer::{Amount, Changed, Prepared, Salted};
use super::asked::{CoatAsked, PrepAsked, Preparation};
use super::begin::{Begun, USUAL_ROOM_C, begun};
use super::chain::Chain;
use super::coat::{Put, put};
use super::doing::Part;
use super::essence::{contains, essence};
use super::liquor::{fries, frying_oil, liquor, pans_25cm};
use super::made::{Made, counted, salt_words};
use super::rows::{Keyed, Marinade, School};
use super::side::{Companion, mixture, side};
use super::{budget, clean, clock, coat};
use crate::fish::{Notice, Piece};
use crate::kit::Allergen;
use crate::methods::Method;
use crate::plan::{Plan, PlanAsked, plan};
use crate::quantity::checked;
use crate::run::{Costs, Hot, What};
use crate::{InputError, Within, Wrong};

/// Most who eat, and most at work.
const PEOPLE: (f64, f64) = (1.0, 200.0);
const HANDS: (f64, f64) = (1.0, 20.0);
/// Nobody makes more sides or sauces for one plate.
const MOST_OF_A_KIND: f64 = 12.0;
/// Longest that anything is planned ahead, s.
const AHEAD_S: (f64, f64) = (1.0, 14.0 * 86_400.0);

/// A piece with all that is done to it before the heat.
struct Worked {
    /// As it is planned.
    changed: PlanAsked,
    /// As it was when it was clean.
    piece: Piece,
    /// As it was before anything was cut off.
    uncut: Piece,
    method: &'static Method,
    chain: Chain,
    /// What is mixed in a bowl for it.
    mixing: Option<Chain>,
    made: Made,
    salted: Option<Salted>,
    coated: Option<Put>,
    refused: Vec<Notice>,
}

/// The piece of a plan as it is when it has been prepared: as every way has it, and, where this one takes it, coated.
///
/// # Errors
/// As [`prep`], but for a coat that the way does not take: it is left out.
pub fn prepared_piece(plan: &PlanAsked, done: &Preparation) -> Result<PlanAsked, InputError> {
    let done = done.clone().for_way(&plan.method.kind);
    Ok(work(plan, &done)?.changed)
}

/// Does it all, as far as the fish itself goes.
fn work(plan: &PlanAsked, done: &Preparation) -> Result<Worked, InputError> {
    checked("hands", f64::from(done.hands.unwrap_or(1)), HANDS, "cooks")?;
    checked(
        "people",
        f64::from(done.people.unwrap_or(1)),
        PEOPLE,
        "people",
    )?;
    let method = Method::find(&plan.method.kind).within("method")?;
    let mut made = Made::default();
    let mut chain = Chain::new(Part::Fish, "fish");
    let Begun {
        changed,
        piece,
        uncut,
        refused,
        salted,
    } = begun(
        &plan.piece,
        &plan.kitchen,
        Some(method),
        done,
        &mut chain,
        &mut made,
    )?;
    let mut changed = PlanAsked {
        piece: changed,
        ..plan.clone()
    };
    let room_c = done.room_c.unwrap_or(USUAL_ROOM_C);
    let coated = done
        .coat
        .as_ref()
        .map(|coat| put(coat, &piece, method, room_c).within("coat"))
        .transpose()?;
    let mut mixing = None;
    if let (Some(coated), Some(coat)) = (&coated, &done.coat) {
        mixing = coat_acts(coated, coat, &piece, &mut chain, &mut made);
        for (key, value) in &coated.settings {
            changed.method.settings.retain(|(name, _)| name != key);
            changed.method.settings.push((key.clone(), value.clone()));
        }
    }
    Ok(Worked {
        changed,
        piece,
        uncut,
        method,
        chain,
        mixing,
        made,
        salted,
        coated,
        refused,
    })
}

/// Prepares a piece, and what goes with it.
///
/// Weights grow with the pieces, coats with their surface, liquids with the pot, the rest with the people. The piece is
/// planned as it is when all that is done: thawed, warmer, wetter or drier, coated. Times are s after the plate.
///
/// # Errors
/// [`InputError`] at the field for anything that is out of range, unknown, without an amount, for a coat that the way does
/// not take, and for a plate that is already past.
pub fn prep(asked: &PrepAsked) -> Result<Prepared, InputError> {
    let done = &asked.done;
    let hands = done.hands.unwrap_or(1);
    if let Some(s) = asked.plate_in_s {
        if s <= 0.0 {
            let message = "that time is past: choose a later one";
            return Err(InputError::new("plate_at", Wrong::Order { message }));
        }
        checked("plate_at", s, AHEAD_S, "s from now")?;
    }
    let Worked {
        changed,
        piece,
        uncut,
        method,
        chain,
        mixing,
        mut made,
        salted,
        coated,
        refused,
    } = work(&asked.plan, done)?;
    let people = done.people.unwrap_or(piece.pieces);
    let fish_g = f64::from(piece.pieces) * piece.mass.value();

    // Planned as it then is, and as if nothing were done.
    let planned = plan(&changed)?;
    let bare = PlanAsked {
        range: false,
        field: None,
        ..asked.plan.clone()
    };
    let unprepared_s = plan(&bare).ok().map(|bare| bare.off_heat_s);
    if let Some(coated) = &coated {
        burns(coated.row.heat_c, &coated.row.name, &planned, &mut made);
    }
    if let Some(marinade) = &done.marinade {
        let row = Marinade::find(&marinade.kind).within("marinade")?;
        burns(Some(row.burns_c), &row.name, &planned, &mut made);
    }

    // What goes with it.
    let companions = companions(asked, &piece, &planned, people, &mut made)?;
    frying_oil(&planned, method, &mut made)?;
    if method.kind == "parcel" {
        made.amounts.push(wrapping(&piece)?);
    }
    let budget = budget::add_up(std::mem::take(&mut made.salt), people, fish_g);
    salt_words(&budget, &mut made);

    // One clock.
    let mut acts = vec![];
    let mut begins_s = 0.0;
    let refused: Vec<Notice> = refused
        .into_iter()
        .chain(planned.refused.iter().cloned())
        .collect();
    let mut allergens: Vec<Allergen> = planned.allergens.clone();
    allergens.extend(contains(done, method.kind));
    allergens.sort();
    allergens.dedup();
    if refused.is_empty() {
        let after_s = companions.iter().map(|one| one.after_s).fold(0.0, f64::max);
        let in_s = clock::in_s(&planned, after_s);
        let off_s = in_s + planned.off_heat_s;
        let told = clock::Told {
            coat: coated.is_some(),
            salt: salted.is_some(),
        };
        acts.extend(clock::of_plan(&planned, in_s, "fish", told));
        acts.extend(chain.until(clock::touched_s(&acts, in_s)));
        if let Some(mixing) = mixing {
            acts.extend(mixing.until(clock::touched_s(&acts, in_s)));
        }
        if let Some(told) = &salted {
            let school = School::find(&told.school)?;
            if school.later {
                // Each batch as it comes out.
                let starts = planned
                    .party
                    .as_ref()
                    .map_or(vec![0.0], |party| party.starts_s.clone());
                for start_s in starts {
                    let mut after = Chain::new(Part::Salt, "salt");
                    after
                        .push(What::Salt, school.words.as_str(), 5.0, 5.0)
                        .why(&school.why);
                    acts.extend(after.until(off_s + start_s + 10.0));
                }
            }
        }
        for companion in companions {
            acts.extend(clock::of_companion(companion, in_s, off_s));
        }
        acts = clock::in_order(acts);
        begins_s = acts.first().map_or(0.0, |doing| doing.act.at_s());
        for words in clock::double(&acts, hands as usize, &asked.plan.kitchen) {
            made.warn("double_booked", words);
        }
        if let Some(s) = asked.plate_in_s.filter(|s| *s < -begins_s) {
            let (late, soonest) = (in_words(-begins_s - s), in_words(-begins_s));
            made.warn(
                "too_soon",
                format!("Not enough time: the first act is due {late} ago. On the plate in {soonest} at the soonest."),
            );
        }
    }
    let bought_g = f64::from(uncut.pieces) * uncut.mass.value();
    made.amounts.insert(0, fish(&uncut, bought_g));
    let begins = Piece::new(&changed.piece).within("piece")?;
    let mut warnings = made.warnings;
    warnings.extend(planned.warnings.iter().cloned());
    warnings.sort_by_key(|notice| std::cmp::Reverse(notice.severity));
    Ok(Prepared {
        people,
        clean: clean::told(done.clean.as_deref(), &uncut, method)?,
        essence: essence(&begins, done),
        changed: Changed {
            start_c: begins.start.value(),
            coating_mm: coated.as_ref().map(|coated| coated.on.mm),
            damp_g_m2: if method.wet { 0.0 } else { begins.damp_g_m2 },
            off_heat_s: planned.off_heat_s,
            unprepared_s,
        },
        amounts: made.amounts,
        salted,
        gas: coated.as_ref().and_then(|coated| coated.gas.clone()),
        coat: coated.map(|coated| coated.on),
        budget,
        acts,
        begins_s,
        allergens,
        warnings,
        refused,
        plan: planned,
    })
}

/// Liquid, fats, sauces and sides.
fn companions(
    asked: &PrepAsked,
    piece: &Piece,
    planned: &Plan,
    people: u32,
    made: &mut Made,
) -> Result<Vec<Companion>, InputError> {
    let done = &asked.done;
    for (list, n) in [
        ("fats", done.fats.len()),
        ("sauces", done.sauces.len()),
        ("sides", done.sides.len()),
    ] {
        checked(list, n as f64, (0.0, MOST_OF_A_KIND), "of them")?;
    }
    let mut all = vec![];
    if let Some(liquid) = &done.liquid {
        all.push(liquor(liquid, piece, planned, asked, made).within("liquid")?);
    }
    let pans = pans_25cm(planned, asked);
    for (list, mixtures, part) in [
        ("fats", &done.fats, Part::Fat),
        ("sauces", &done.sauces, Part::Sauce),
    ] {
        for (i, one) in mixtures.iter().enumerate() {
            all.push(mixture(one, part, people, pans).at(list, i)?);
        }
    }
    for (i, one) in done.sides.iter().enumerate() {
        let companion = side(one, people).at("sides", i)?;
        if companion.after_s > 0.0 && fries(planned) {
            made.note(
                "fish_waits",
                "The fish comes out first and waits on a rack in a warm oven while the rest is made in what it left.",
            );
        }
        all.push(companion);
    }
    let at_risk = asked.plan.eaters.at_risk();
    for companion in &all {
        made.amounts.extend(companion.amounts.iter().cloned());
        // Of a liquid only what gets into the fish is eaten.
        if companion.part != Part::Liquid {
            made.salt
                .push((companion.part, companion.name.clone(), companion.salt_g));
        }
        if !companion.raw_egg {
            continue;
        }
        let name = &companion.name;
        if at_risk {
            made.warn(
                "raw_egg",
                format!("{name}: raw yolk is not for these guests. Use pasteurised yolks."),
            );
        } else {
            made.note(
                "raw_egg",
                format!("{name}: raw yolk. Keep it cold, eat it the same day; pasteurised yolks for anyone at risk."),
            );
        }
    }
    Ok(all)
}

/// Paper or foil to fold it into: a sheet a piece, two sewn together for what is longer than a sheet less its folds.
fn wrapping(piece: &Piece) -> Result<Amount, InputError> {
    /// A sheet of 40 cm less a hand of fold at both ends, mm. common practice, no source.
    const HOLDS_MM: f64 = 300.0;
    let sheets = (piece.lies().length_mm / HOLDS_MM).ceil().max(1.0);
    let how = format!("{sheets:.0} for each, or foil of the same size");
    counted(
        "baking_paper",
        sheets * f64::from(piece.pieces),
        Part::Fish,
        &how,
    )
}

/// The fish itself.
fn fish(piece: &Piece, fish_g: f64) -> Amount {
    Amount {
        part: Part::Fish,
        of: "fish".to_owned(),
        key: piece
            .species
            .as_ref()
            .map_or_else(String::new, |s| s.key.clone()),
        what: piece.name().to_owned(),
        g: fish_g,
        ml: None,
        count: Some(f64::from(piece.pieces)),
        spoons: None,
        how: format!("{} x {:.0} g", piece.pieces, piece.mass.value()),
        source: "as you have it in hand".to_owned(),
        allergens: vec![Allergen::Fish],
    }
}

/// What is on the face burns in so hot a pan, oil or grill; in an oven a face stays cooler than the air for long.
fn burns(burns_c: Option<f64>, name: &str, plan: &Plan, made: &mut Made) {
    const OVEN_K: f64 = 40.0;
    let Some(burns_c) = burns_c else { return };
    let over = plan.heating.iter().find(|heating| match heating.what {
        Hot::Pan | Hot::Grill | Hot::Oil => heating.to_c > burns_c,
        Hot::Oven => heating.to_c > burns_c + OVEN_K,
        Hot::Liquid => false,
    });
    if let Some(heating) = over {
        let notice = Notice::computed(
            "burns",
            format!("{name}: burns at this heat. A smaller fire, or wipe it off first."),
            Some(heating.to_c - burns_c),
        );
        made.warnings.push(notice);
    }
}

/// Mixing a batter; coating the fish, once and for each: s of hands. common practice, no source.
const MIX_S: f64 = 150.0;
const PUT_ON_S: [f64; 2] = [30.0, 15.0];

/// The acts of a coat: mixed before, put on just before the heat (which the way itself tells).
fn coat_acts(
    coated: &Put,
    asked: &CoatAsked,
    piece: &Piece,
    chain: &mut Chain,
    made: &mut Made,
) -> Option<Chain> {
    let row = coated.row;
    made.amounts.extend(coated.amounts.iter().cloned());
    made.salt
        .push((Part::Coat, row.name.clone(), coated.salt_g));
    let stands_min = asked.stands_min.max(row.rest_min);
    let by_each_s = PUT_ON_S[0] + PUT_ON_S[1] * clean::by_hand(piece);
    let hands_s = if row.by_layer.is_some() {
        MIX_S + by_each_s
    } else {
        by_each_s
    };
    let (mut mixing, doing) = match &row.on {
        // Mixed in a bowl while the fish lies elsewhere.
        Some(on) => {
            let doing = chain.push(What::Coat, on.as_str(), hands_s, hands_s);
            doing.why(&row.why);
            (Some(Chain::new(Part::Coat, &row.key)), None)
        }
        None => (
            None,
            Some(chain.push(What::Coat, row.words.as_str(), hands_s, hands_s)),
        ),
    };
    let mixed = mixing.as_mut().map(|bowl| {
        bowl.push(
            What::Mix,
            row.words.as_str(),
            MIX_S,
            MIX_S + 60.0 * stands_min,
        )
    });
    let doing = mixed.or(doing)?;
    doing
        .why(&row.why)
        .cue(Some(&row.cue))
        .mind(row.caution.as_deref());
    if let Some(most) = row.use_within_min {
        doing.waits(60.0 * (most - stands_min).max(0.0), Costs::Cools);
        if stands_min > most + row.rest_min {
            made.warn(
                "batter_flat",
                format!("{}: the gas is gone by then. Mix it last.", row.name),
            );
        }
    }
    if let Some(words) = coat::says(coated) {
        made.warn("batter_off", words);
    }
    if let Some(gas) = coated
        .gas
        .as_ref()
        .filter(|gas| gas.soda_left_g > 1.5 && !coated.own)
    {
        let message = format!(
            "{:.1} g of soda meets no acid: it browns fast; more would taste of soap.",
            gas.soda_left_g
        );
        made.note("soda_left", message);
    }
    if coated.row.by_layer.is_some() {
        made.note(
            "crust_salts",
            "How much of the crust's salt gets into the flesh no source says: salt it no further, taste it first.",
        );
    }
    mixing
}

/// So long, as one says it.
fn in_words(s: f64) -> String {
    let min = (s / 60.0).ceil();
    match (min / 60.0, min) {
        (h, _) if h >= 48.0 => format!("{:.0} days", (h / 24.0).ceil()),
        (h, _) if h >= 3.0 => format!("{:.0} h", h.ceil()),
        (h, min) if h >= 1.0 => format!("{:.0} h {:.0} min", h.floor(), min - 60.0 * h.floor()),
        (_, min) => format!("{min:.0} min"),
    }
}
