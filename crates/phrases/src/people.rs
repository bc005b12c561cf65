//! People and their rights.

sentences! {
    apprentice() = "Apprentice";
    fitter() = "Fitter";
    planner() = "Planner";
    lead() = "Lead";
    apprentice_may() = "reads, practises, sets marks, takes readings and pictures";
    fitter_may() = "changes jobs: what was found, measured, built otherwise";
    planner_may() = "makes jobs and takes them away; vehicles, stock, recalls";
    lead_may() = "signs and opens again; kits, the shop's habits, people";

    there_is_no_person(id) = "there is no person {id}";
    name_is_taken(name) = "somebody is called {name} already: add what tells the two apart";
    last_lead() = "somebody must be left who lets people in: make another lead first";
    no_invitation() = "this invitation was taken already, or its time is over: ask a lead for a new one";

    who_are_you() = "Who are you?";
    enter_first() = "Enter with your name and password.";
    not_yours() = "Not yours to do";
    needs_a(role, own) = "This needs a {role}; you are entered as {own}. Ask one of them, or a lead for the role.";
    it_does_not_fit() = "Name or password does not fit";
    try_again_or_ask_a_lead() = "Try again; a lead can make a link for a new password.";
    too_many_tries() = "Too many tries";
    wait_s(seconds) = "Wait {seconds} s before the next one.";
    the_account_is_not_kept() = "The account is not changed";
    the_password_is_too_short(least) = "The password needs {least} letters or more.";
    the_password_is_too_long(most) = "The password has {most} letters at most.";
    no_name() = "Say your name: it stands in the history.";
    the_name_is_too_long(most) = "The name has {most} letters at most.";
    there_is_a_lead() = "There is a lead already: ask them for an invitation.";
    nobody_needs_to_enter() = "On this machine alone nobody enters: start with --accounts, or on an address of the network.";

    accounts_are_on() = "Everybody enters with name and password here.";
    demo_people(names, password) = "The demo's people: {names}. The password of each is \"{password}\"; it is no secret.";
    demo_person(name, role) = "{name} ({role})";
    first_lead_comes_in_by(url, days) = "The first lead comes in by {url} once, within {days} days.";
}
