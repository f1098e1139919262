# frozen_string_literal: true

require_relative "../support/browser_helper"

class FirstRunTest < Minitest::Test
  include BrowserHelper

  def setup
    @folder = Dir.mktmpdir
    @server = Server.new(File.join(@folder, "x.sqlite3")).start
    Capybara.app_host = @server.url
  end

  def teardown
    super
    FileUtils.rm_rf(@folder)
  end

  def set_up
    visit "/"
    assert_selector("h1", text: "Whose mail is it?")
    assert_accessible
    fill_in "Your name", with: "Wren Adeyemi"
    fill_in "Your addresses", with: "wren@lanternquay.example"
    fill_in "Time zone", with: "Europe/Lisbon"
    find("[role=option]", text: "Europe/Lisbon").click
    click_button "Go on"
    assert_selector("h1", text: "Where does your mail come from?")
    assert_accessible
  end

  def mail(subject, date = Time.now)
    "From: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: #{subject}\nDate: #{date.rfc2822}\nMessage-ID: " \
      "<#{subject.hash}@x>\n\nText\n"
  end

  def file(name, text) = File.join(@folder, name).tap { File.write(_1, text) }

  def test_from_nothing_to_a_front_that_says_what_will_come
    set_up
    fill_in "Folder on this machine", with: "/nowhere"
    click_button "Read this folder"
    assert_selector("[role=alert]", text: "/nowhere is not there.")
    maildir = Post::Office.new(@folder).box("maildir")
    fill_in "Folder on this machine", with: maildir
    click_button "Read this folder"
    assert_selector("h1", text: "Nothing needs you. The Front is clear.")
    assert_text(/The (?:\w{3} )?\d\d:\d\d round is next/)
    File.write(File.join(maildir, "new", "1.x"), mail("From the folder"))
    visit "/held"
    assert_link(text: "From the folder")
    File.rename(maildir, "#{maildir}.away")
    assert_text(/Since \d\d:\d\d: \S+ is not there\. What is there comes in as soon as it can be read\./)
    click_link("Mail in", class: nil, match: :first)
    File.rename("#{maildir}.away", maildir)
    assert_no_text "is not there"
  end

  def test_files_are_chosen_dropped_and_refused_in_words
    set_up
    attach_file "Files of mail", [file("good.mbox", "From a@b Tue Mar  9 07:00:00 2027\n#{mail("Old letter", Time.now - 30 * 86_400)}"),
      file("note.txt", "Dear all")], make_visible: true
    assert_text "good.mbox: 1 taken in."
    assert_text "note.txt is no mail"
    click_button "Look at the one message that came in"
    assert_selector("h1", text: "All mail")
    assert_link(text: "Old letter")
    visit "/front"
    assert_selector("h1", text: "Nothing needs you.")
    page.execute_script(<<~JS, mail("Dropped letter"))
      const transfer = new DataTransfer();
      transfer.items.add(new File([arguments[0]], "dropped.eml"));
      transfer.items.add(new File(["%PDF"], "broken.pdf"));
      transfer.items.add(new File(["Dear all"], "note.txt"));
      for (const kind of ["dragover", "drop"])
        document.querySelector("main").dispatchEvent(new DragEvent(kind, {bubbles: true, cancelable: true, dataTransfer: transfer}));
    JS
    within("[role=status]", text: "note.txt is no mail") do # one summary, which stays
      assert_text "dropped.eml: 1 taken in, 1 of them as arriving."
      assert_text "broken.pdf is no mail"
      click_button "Close"
    end
    assert_no_text "broken.pdf is no mail"
  end
end
