# frozen_string_literal: true

# Starts the demo: lays the museum's world out where it is missing, then the post office and the server.

require "bundler/setup"
require "optparse"
require "socket"
require_relative "../lib/up_front"
require_relative "demo"

port = 4567
fresh = false
folder = File.join(UpFront::ROOT, "var", "demo")
OptionParser.new { |options|
  options.banner = "bin/demo: the museum's day in the browser"
  options.on("--fresh", "begin anew") { fresh = true }
  options.on("--port N", Integer, "the port (4567)") { port = _1 }
  options.on("--folder PATH", "where the demo keeps its mail and database") { folder = File.expand_path(_1) }
}.parse!

world = Demo::World.new(folder) { puts "· #{_1}" }
if fresh || !world.ready?
  world.build
  UpFront::Store::Database.close
end

# The demo's day stands still while the demo does not run.
clock = UpFront::Clock::Adjustable.new(world.clock_file)
pace = File.join(world.folder, "pace")
clock.set(rate: Float(File.read(pace))) if File.exist?(pace)

smtp = TCPServer.open("127.0.0.1", 0) { _1.addr[1] } # one that is free
lists = TCPServer.open("127.0.0.1", 0) { _1.addr[1] }
world.send_by(smtp)

bin = File.join(UpFront::ROOT, "bin")
office = spawn(RbConfig.ruby, File.join(bin, "post-office"), "play", "--mail", world.mail, "--script", world.script, "--clock",
  world.clock_file, "--smtp", smtp.to_s, "--lists", lists.to_s, "--rules", File.join(__dir__, "post-office.json"))
server = spawn(RbConfig.ruby, File.join(bin, "upfront"), "serve", "--database", world.database, "--clock", world.clock_file, "--script",
  world.script, "--port", port.to_s, "--lists", lists.to_s)
stop = proc { Process.kill("TERM", server) }
%w[INT TERM].each { trap(_1, &stop) }
_, status = Process.wait2(server)
File.write(pace, clock.rate)
clock.set(rate: 0.0)
Process.kill("TERM", office)
Process.wait(office)
exit(status.exitstatus || 0)
