//! What has begun: its acts stand where the fold of its events says.

use super::asked::HappenedAsked;
use super::jobs::Told;
use super::problem::S;
use super::runs::Ran;
use crate::cook::{CookAsked, Event, Happened, cook};
use crate::plan::PlanAsked;
use crate::run::What;
use crate::{InputError, Within};

/// What happened to a dish, as far as it still counts.
#[derive(Debug, Clone, Default)]
pub struct Story {
    /// Events on the clock of the service, in order.
    pub events: Vec<Event>,
    /// It met the heat then, s.
    pub in_s: Option<f64>,
    /// It left it then, s.
    pub off_s: Option<f64>,
    /// It was served then, s.
    pub served_s: Option<f64>,
    /// It was dropped or came back raw: it is cooked again.
    pub again: bool,
}

impl Story {
    /// What happened to any of these plates: thrown away or come back, it begins anew.
    pub fn of(happened: &[HappenedAsked], plates: &[String]) -> Self {
        let mut events: Vec<Event> = vec![];
        for one in happened.iter().filter(|one| plates.contains(&one.plate)) {
            // What is said of each plate of a pan is said once of the pan.
            let same = |event: &Event| {
                event.id == one.event.id
                    || (event.at_s, &event.happened) == (one.event.at_s, &one.event.happened)
            };
            if !events.iter().any(same) {
                events.push(one.event.clone());
            }
        }
        events.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
        let undone: Vec<String> = events
            .iter()
            .filter_map(|event| match &event.happened {
                Happened::Undone { of } => Some(of.clone()),
                _ => None,
            })
            .collect();
        events.retain(|event| !undone.contains(&event.id));
        let mut story = Self::default();
        for event in events {
            match event.happened {
                Happened::Discarded => story = Self::anew(),
                Happened::Back if story.served_s.is_some() => story = Self::anew(),
                Happened::In => story.in_s = Some(event.at_s),
                Happened::Off => story.off_s = Some(event.at_s),
                Happened::Served { .. } => story.served_s = Some(event.at_s),
                _ => {}
            }
            if !matches!(event.happened, Happened::Discarded) {
                story.events.push(event);
            }
        }
        if story.again {
            story
                .events
                .retain(|event| event.happened != Happened::Back);
        }
        story
    }

    fn anew() -> Self {
        Self {
            again: true,
            ..Self::default()
        }
    }
}

/// When each act of a dish that has begun was or is to be, how many of them are past, and when it is ready.
pub struct Folded {
    pub tasks: Vec<S>,
    pub past: usize,
    pub ready_s: S,
}

/// Folds what happened to a piece that is in.
///
/// # Errors
/// Whatever the fold refuses.
pub fn begun(
    story: &Story,
    told: &Told,
    plan: Option<&PlanAsked>,
    ran: &Ran,
    now_s: f64,
) -> Result<Option<Folded>, InputError> {
    let Some(in_s) = story.in_s else {
        return Ok(None);
    };
    let zero = in_s.round() as S;
    let nominal: Vec<S> = told
        .variant
        .tasks
        .iter()
        .map(|task| zero + task.at_s)
        .collect();
    let (by, after) = told.variant.ready;
    let Some((plan, planned)) = plan.zip(ran.plan.as_ref()) else {
        let ready_s = nominal[by] + after;
        let past = nominal
            .iter()
            .take_while(|at| f64::from(**at) < now_s)
            .count();
        return Ok(Some(Folded {
            tasks: nominal,
            past,
            ready_s,
        }));
    };
    let events: Vec<Event> = story
        .events
        .iter()
        .map(|event| Event {
            at_s: event.at_s - in_s,
            ..event.clone()
        })
        .collect();
    let standing = cook(&CookAsked {
        plan: plan.clone(),
        events,
        now_s: now_s - in_s,
        field: None,
        beside: vec![],
    })
    .within("happened")?;
    // What is to come comes when the fold says, kind by kind in order.
    let mut to_come: Vec<(What, f64)> = standing
        .to_come
        .iter()
        .map(|next| (next.kind, next.at_s))
        .collect();
    let mut tasks = nominal;
    let now = now_s.round() as S;
    let mut to_do = vec![false; tasks.len()];
    let off_by = standing.off_heat_s - planned.off_heat_s;
    for (i, doing) in told.acts.iter().enumerate().rev() {
        if doing.tied || told.variant.tasks[i].at_s < 0 {
            if doing.tied && doing.act.at_s() > 0.0 {
                tasks[i] += off_by.round() as S;
            }
            continue;
        }
        let what = doing.act.what;
        if what == What::Off {
            tasks[i] = zero + standing.off_heat_s.round() as S;
            to_do[i] = story.off_s.is_none();
        } else if let Some(at) = to_come.iter().rposition(|(kind, _)| *kind == what) {
            tasks[i] = zero + to_come.remove(at).1.round() as S;
            to_do[i] = true;
        }
        if to_do[i] {
            // What is late is done now at the soonest.
            tasks[i] = tasks[i].max(now);
        }
    }
    // What the stove no longer asks for is done, though it was planned for later.
    let next = to_do.iter().position(|to_do| *to_do).unwrap_or(0);
    for (i, doing) in told.acts.iter().enumerate().take(next) {
        if !doing.tied {
            tasks[i] = tasks[i].min(now);
        }
    }
    let past = (0..tasks.len())
        .take_while(|i| !to_do[*i] && tasks[*i] <= now)
        .count();
    let ready_s = zero + standing.serve_s.round() as S;
    let ready_s = ready_s.max(tasks[by] + told.variant.tasks[by].hands_s);
    Ok(Some(Folded {
        tasks,
        past,
        ready_s,
    }))
}
