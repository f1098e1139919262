# frozen_string_literal: true

require_relative "../support/browser_helper"

# The week, drawn by mouse and by keyboard, tried while it is drawn, saved and taken back.
class WeekTest < Minitest::Test
  include BrowserHelper

  def week = visit("/week").then { assert_selector("h1", text: "Your week") && assert_selector("[aria-label^='Window ']", minimum: 1) }
  def window(name, day) = find("[role=button][aria-label^='Window #{name}, #{day}']")
  def round(name, day) = find("[role=button][aria-label^='Round #{name}, #{day}']")

  def drag(element, down, from: 0)
    page.driver.browser.action.move_to(element.native, 0, from).pointer_down(:left).move_by(0, down / 2).move_by(0, down - down / 2)
      .pointer_up(:left).perform
  end

  def test_a_window_is_drawn_stretched_and_moved_and_the_week_saved
    week
    assert_text(/Moments that interrupt you, 09:00 to 17:00/)
    window("Morning", "Tue").send_keys(:enter, :page_up)
    assert_selector("[aria-label='Window Morning, Tue, 08:00 to 11:00']")
    window("Morning", "Tue").send_keys(%i[shift arrow_down])
    assert_selector("[aria-label='Window Morning, Wed, 08:00 to 11:05']")
    assert_text(/comes straight in\s*[\d.]+, was/)
    click_button "Change Tue alone"
    assert_selector("[aria-label='Window Morning 2, Tue, 08:00 to 11:05']")
    assert_no_selector("[aria-label^='Window Morning, Tue,']")
    fill_in "Name", with: "Tuesday's own"
    click_button "Save the week"
    assert_text "Changed the week."
    assert_selector("[aria-label=\"Window Tuesday's own, Tue, 08:00 to 11:05\"]")
    click_button(text: "Undo")
    assert_selector("[aria-label='Window Morning, Tue, 09:00 to 12:00']")
  end

  def test_a_change_goes_to_all_days_or_to_the_one_that_is_touched
    week
    find("button", text: "the day I touch").click
    round("Noon", "Wed").send_keys(:arrow_down, :arrow_down)
    assert_selector("[aria-label='Round Noon 2, Wed, 12:10']:focus")
    assert_selector("[aria-label='Round Noon, Tue, 12:00']")
    window("Morning", "Thu").send_keys(:delete)
    assert_no_selector("[aria-label^='Window Morning, Thu']")
    assert_selector("[aria-label^='Window Morning, Fri']")
    drag(round("Mid-morning", "Mon").find("b"), 3)
    assert_selector("[aria-label='Round Mid-morning, Mon, 10:30']") # a slip of the hand moves nothing
    drag(round("Mid-morning", "Mon"), 3)
    find("button", text: "all its days").click
    window("Morning", "Tue").send_keys(:enter)
    assert_button "Remove it on all its days"
    click_button "Add a round"
    assert_selector("[aria-label^='Round Round 12:00, Tue']:focus")
    page.driver.browser.switch_to.active_element.send_keys(%i[control arrow_right])
    assert_selector("[aria-label^='Round Round 12:00, Wed']:focus")
    assert_selector("[aria-label^='Round Round 12:00, Tue']")
  end

  def test_other_weeks_show_what_lies_in_them
    path = File.join(WORLD.folder, "meetings.ics")
    File.write(path, ["BEGIN:VCALENDAR", "VERSION:2.0", "BEGIN:VEVENT", "UID:1", "SUMMARY:Loans meeting", "DTSTART:20270318T140000Z",
      "DTEND:20270318T153000Z", "END:VEVENT", "END:VCALENDAR", ""].join("\r\n"))
    week
    fill_in "A calendar’s file on this machine", with: path
    assert_text "What is held stays as it is."
    click_button "Follow it"
    assert_text "Mail is held during one meeting of meetings.ics."
    click_button "Add a trip"
    fill_in "Time zone of the trip", with: "Asia/Tokyo"
    give_moment "First day of the trip", "20032027"
    assert_text "What is held stays as it is."
    click_button "Add the trip"
    assert_text "with one trip"
    click_button "Week after"
    assert_text "Week of 15 Mar"
    assert_text "Loans meeting"
    assert_selector("h2", text: "Sat 20 Tokyo")
    assert_selector("h2", text: "Fri 19 off")
    click_button "To this week"
    assert_no_text "Loans meeting"
  end

  def test_rounds_are_dragged_and_named_and_rules_follow
    week
    drag(round("Mid-morning", "Wed").find("b"), 30)
    assert_no_selector("[aria-label='Round Mid-morning, Wed, 10:30']")
    round("Evening", "Mon").send_keys(:enter)
    fill_in "Name", with: "Last one"
    click_button "Save the week"
    assert_text "Changed the week."
    visit "/rules"
    assert_text(/wait for the round “Last one”/)
  end

  def test_what_it_does_to_held_mail_is_told_and_what_cannot_be_is_refused
    week
    window("Night", "Mon").send_keys(:enter, :delete)
    assert_text(/When you save: .*held messages? would come in now/)
    within("section[aria-label='How long mail can wait at most']") do
      find("button", text: /top priority/).click
      assert_selector("figcaption", text: /\AMail of top priority waits .* at most: what arrives on/)
    end
    click_button "Show three to start from"
    assert_text "It lacks what Newsletters once a day names", count: 2
    click_button "As it was"
    round("Evening", "Mon").send_keys(:delete)
    assert_text(/“Newsletters once a day” names/)
    assert_button "Save the week", disabled: true
  end

  def test_days_off_by_hand_and_from_a_calendar
    week
    assert_text "Friday 19 March"
    click_button "Add days"
    give_moment "First day off", "03042027"
    give_moment "Last day off", "06042027"
    fill_in "What for", with: "Easter"
    click_button "Add", exact: true
    attach_file("A calendar’s file", calendar, visible: :all)
    assert_text "1 all-day events as days off"
    find("label", text: "hold mail during 1 meetings").click
    click_button "Take them"
    assert_text "Mail is held during 1 meetings"
    click_button "Save the week"
    assert_text "3 April to 6 April"
    assert_text "Opening"
  end

  def test_who_is_let_through_and_where_one_goes
    week
    find_field("Who comes straight in").send_keys("road")
    find("[role=option]", text: "anyone at baltic-art-road", match: :first).click
    assert_link "Let through"
    click_button "Add a trip"
    fill_in "Time zone of the trip", with: "Asia/Tokyo"
    give_moment "First day of the trip", "12042027"
    give_moment "Last day of the trip", "16042027"
    click_button "Add the trip"
    assert_text "2027-04-12 to 2027-04-16"
    click_button "Plan one"
    click_button "Save the week"
    assert_text "Changed the week."
    click_button "Make an address for calendar programs"
    assert_text "/api/calendar/"
    visit "/rules"
    assert_selector("li:first-child h2", text: "Let through")
  end

  def test_a_window_goes_to_another_day_by_mouse_and_by_key
    week
    across = window("Morning", "Tue").native.rect.then { |here| window("Morning", "Wed").native.rect.x - here.x }
    window("Morning", "Tue").send_keys(:enter)
    click_button "Change Tue alone"
    fill_in "Name", with: "Own"
    window("Own", "Tue").send_keys(:arrow_right) # Wednesday, then past it
    window("Own", "Wed").send_keys(:arrow_right)
    assert_seen("Window Own, Thu, 09:00 to 12:00") { page.evaluate_script("document.activeElement.ariaLabel") }
    page.driver.browser.action.move_to(window("Own", "Thu").native, 0, 20).pointer_down(:left).move_by(across.to_i, 0).pointer_up(:left)
      .perform
    assert_selector("[aria-label='Window Own, Fri, 09:00 to 12:00']")
    assert_no_selector("[aria-label^='Window Own, Thu']")
    click_link "Rules"
    click_link "Week"
    assert_text "What you had not saved is still here."
    assert_selector("[aria-label='Window Own, Fri, 09:00 to 12:00']")
    click_button "Let it go"
    assert_no_selector("[aria-label='Window Own, Fri, 09:00 to 12:00']")
  end

  def test_a_followed_calendar_another_zone_and_another_address
    week
    fill_in "A calendar’s file on this machine", with: File.join(FOLDER, "none.ics")
    click_button "Follow it"
    assert_text "There is no file"
    fill_in "A calendar’s file on this machine", with: calendar
    click_button "Follow it"
    assert_text "Mail is held during the meetings of"
    assert_text "Mail is held during 1 meetings"
    file = calendar
    File.write(file, File.read(file)
      .sub("END:VCALENDAR", "BEGIN:VEVENT\r\nUID:3\r\nDTSTAMP:20270101T000000Z\r\n" \
        "DTSTART:20270311T123000Z\r\nDTEND:20270311T130000Z\r\nEND:VEVENT\r\nEND:VCALENDAR"))
    assert_text "Mail is held during 2 meetings"
    click_button "Make an address for calendar programs"
    first = find("section[aria-label='For your calendar'] code").text
    click_button "Change the address"
    assert_no_text first
    assert_equal %w[404 200], [first, find("section[aria-label='For your calendar'] code").text].map { Net::HTTP.get_response(URI(_1)).code }
    fill_in "Time zone at home", with: "Atlantic/Azores"
    click_button "Change it for good"
    assert_text "The time zone is Atlantic/Azores."
    assert_selector("nav small", text: "next 08:00", visible: :all) # told where there is room
    assert_text "06:50" # what was 07:50 in Lisbon
  end

  def calendar
    path = File.join(FOLDER, "off.ics")
    File.write(path, ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//museum//EN", "BEGIN:VEVENT", "UID:1", "DTSTAMP:20270101T000000Z",
      "SUMMARY:Opening", "DTSTART;VALUE=DATE:20270420", "END:VEVENT",
      "BEGIN:VEVENT", "UID:2", "DTSTAMP:20270101T000000Z", "SUMMARY:Team", "DTSTART:20270310T123000Z", "DTEND:20270310T130000Z",
      "END:VEVENT", "END:VCALENDAR", ""].join("\r\n"))
    path
  end
end
