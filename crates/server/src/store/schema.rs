//! Tables as Diesel sees them.

diesel::table! {
    cards (id) {
        id -> Integer,
        title -> Text,
        saved_at -> Text,
        request_json -> Text,
        plan_json -> Text,
        result -> Nullable<Text>,
        note -> Text,
        removed_at -> Nullable<Text>,
    }
}

diesel::table! {
    shelf (id) {
        id -> Integer,
        kind -> Text,
        name -> Text,
        body_json -> Text,
        saved_at -> Text,
        removed_at -> Nullable<Text>,
    }
}
