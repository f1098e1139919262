# frozen_string_literal: true

require_relative "api_helper"

# A stand-in post office that takes what goes out, and an account that sends by it.
module StandInHelper
  include APIHelper

  ME = "wren@lanternquay.example"

  def setup
    super
    @folder = Dir.mktmpdir("up-front-out")
    @office = Post::StandIn.new(Post::Office.new("#{@folder}/mail"), clock, Core::Zone.new("Europe/Lisbon"), rules: "#{@folder}/rules.json")
    @office.start
  end

  def teardown
    @office.stop
    FileUtils.rm_rf(@folder)
    super
  end

  def server(**more) = {"host" => "127.0.0.1", "port" => @office.port, "security" => "none", **more.transform_keys(&:to_s)}
  def account = Store::Account.first
  def sends_by(**more) = Desk::SaveMailServer.new(clock).call(account.id, server(**more))

  # What the post office does with letters for an address.
  def rules(recipients) = File.write("#{@folder}/rules.json", JSON.generate("recipients" => recipients))

  # @return [Array<Mail::Message>] what has come to an address, parsed anew
  def come_to(address) = files_of(address).map { Mail.new(File.binread(_1)) }
  def files_of(address) = Dir.glob("#{@folder}/mail/#{address}/new/*").sort_by { File.mtime(_1) }

  def later(seconds) = @clock = DeskHelper::Fixed.new(clock.now + seconds, 1.0)
  def go_out = Desk::SendDue.new(clock).call
end
